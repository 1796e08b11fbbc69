import type { Schemas } from '../api/client';
import { delayWords, eventWords, listed } from '../words';

type Notice = Schemas['NoticeBody'];
type Answer = Schemas['ButtonBody'];
type Effect = Schemas['AnswerEffect'];

/** More are hard to choose from on a phone. */
export const MOST_ANSWERS = 5;

/** What an answer can do, in the order of the list. */
export const EFFECTS: { value: string; label: string; takes?: 'tag' | 'note' | 'series' }[] = [
  { value: 'add-tag', label: 'add a tag', takes: 'tag' },
  { value: 'remove-tag', label: 'remove a tag', takes: 'tag' },
  { value: 'note', label: 'write a note', takes: 'note' },
  { value: 'hold', label: 'hold the order' },
  { value: 'release', label: 'release the order' },
  { value: 'leave-series', label: 'take it out of a series', takes: 'series' },
  { value: 'tell-team', label: 'mail the team' },
  { value: 'call-shop', label: 'call the shop' },
];

export const NO_ANSWER = [
  { value: 'nothing', label: 'nothing more happens' },
  { value: 'tag', label: 'the order is tagged' },
  { value: 'hold', label: 'the order is held' },
  { value: 'answer', label: 'it’s taken as an answer' },
];

/** Stages at which a question can end, or an answer stops being changeable. */
export const LATER_STAGES = ['packed', 'dispatched', 'in-transit', 'out-for-delivery', 'delivered', 'returned'];

/** "when the order is dispatched", as a choice. */
export const stageChoices = LATER_STAGES.map((value) => ({ value, label: eventWords(value) }));

/** "add the tag “vip”", "mail the team". @param series names by id */
export function effectWords(effect: Effect, series: Record<string, string> = {}): string {
  const value = effect.value ?? '';
  switch (effect.kind) {
    case 'add-tag':
      return `add the tag “${value}”`;
    case 'remove-tag':
      return `remove the tag “${value}”`;
    case 'note':
      return `note “${value}”`;
    case 'leave-series':
      return `leave the series “${series[value] ?? value}”`;
    default:
      return EFFECTS.find((e) => e.value === effect.kind)?.label ?? effect.kind;
  }
}

/** All that an answer does: "add the tag “no”, stop messages". */
export function answerEffects(answer: Answer, series: Record<string, string> = {}): string {
  return [
    ...(answer.tag ? [`add the tag “${answer.tag}”`] : []),
    ...(answer.refuses ? ['stop messages'] : []),
    ...(answer.effects ?? []).map((e) => effectWords(e, series)),
  ].join(', ');
}

/** "closes after 2 days or when a parcel is dispatched", "asks again after 1 day", what no answer means. */
export function closeParts(notice: Notice): string[] {
  const end = notice.questionEnd;
  if (!end) return [];
  const when = [
    end.after ? `after ${delayWords(end.after)}` : '',
    end.stage ? `when ${eventWords(end.stage)}` : '',
  ].filter(Boolean);
  const taken = notice.buttons?.find((b) => b.id === end.value)?.label;
  const without = {
    tag: `without an answer the order is tagged “${end.value}”`,
    hold: 'without an answer the order is held',
    answer: `no answer counts as “${taken ?? end.value}”`,
  }[end.otherwise ?? 'nothing'];
  return [
    when.length > 0 ? `closes ${listed(when, 'or')}` : '',
    end.remindAfter ? `asks again after ${delayWords(end.remindAfter)}` : '',
    without ?? '',
  ].filter(Boolean);
}

/** The same in one line. */
export const closeWords = (notice: Notice) => closeParts(notice).join('; ');

/** "answers can be changed until a parcel is dispatched"; empty where the first one counts. */
export const changeWords = (notice: Notice) =>
  notice.changeUntil ? `answers can be changed until ${eventWords(notice.changeUntil)}` : '';

/** A name for a further answer that none of them has. */
export function newAnswerId(answers: Answer[]): string {
  const free = ['confirm', 'cancel', 'other', 'answer-4', 'answer-5'].find((id) => !answers.some((a) => a.id === id));
  return free ?? `answer-${answers.length + 1}`;
}

/** A ready-made question in place of what was there. Its usual delay too, where the notice waits for its stage. */
export function withSet(set: Schemas['QuestionSetView'], draft: Notice): Partial<Notice> {
  const question = { buttons: set.buttons, questionEnd: set.questionEnd, changeUntil: set.changeUntil };
  const isAtItsStage = draft.stage === set.stage && !draft.quietDays && !draft.answer && !draft.days;
  return isAtItsStage ? { ...question, after: set.after } : question;
}

/** Without answers there is nothing that could end. */
export const withAnswers = (buttons: Answer[]): Partial<Notice> =>
  buttons.length > 0 ? { buttons } : { buttons, questionEnd: undefined, changeUntil: undefined };
