import type { Schemas } from '../api/client';
import { counted, delayWords, eventWords, listed, minutes, stageWords, toDuration } from '../words';
import { answerWords, NO_NAMES, type PlanNames } from './planNames';

type Notice = Schemas['NoticeBody'];
export type Unit = 'minutes' | 'hours' | 'days' | 'working-days';
/** A delay as the form shows it; `at` is a time of day to wait for, or empty for that of the event. */
export type Delay = { count: number; unit: Unit; at: string };

/** Chosen in place of a stage: the carrier has been silent for days. */
export const QUIET = 'quiet';
/** As long as the list of orders without a scan begins with. */
export const DEFAULT_QUIET_DAYS = 5;

/** What a notice or a series is counted from. */
export type Trigger = Pick<Notice, 'stage' | 'quietDays' | 'answer' | 'returnStep'>;

const RETURN = 'return/';
/** How far something that a customer sends back has come, and the stage it stands beside. */
const RETURNS: { step: string; stage: string; label: string; words: string }[] = [
  { step: 'requested', stage: 'returning', label: 'Return requested', words: 'the customer asks for a return label' },
  { step: 'on-its-way', stage: 'returning', label: 'Return on its way', words: 'a customer’s return is on its way' },
  { step: 'received', stage: 'returned', label: 'Return received', words: 'a customer’s return is received' },
];
const NOTHING = { quietDays: undefined, answer: undefined, returnStep: undefined };

const ANSWER = 'answer/';
const answerChoice = (answer: Schemas['AnswerGiven']) => `${ANSWER}${answer.noticeId}/${answer.button}`;

/** What is chosen of {@link triggerChoices}. */
export const triggerChoice = (t: Trigger) =>
  t.answer ? answerChoice(t.answer) : t.returnStep ? RETURN + t.returnStep : t.quietDays ? QUIET : (t.stage ?? '');

/** What can set a notice off. Returns set off no series. */
export const noticeChoices = (stages: string[], names: PlanNames) => [
  ...triggerChoices(stages, names),
  ...RETURNS.map((r) => ({ value: RETURN + r.step, label: r.label })),
];

/** What can set a series off. */
export const triggerChoices = (stages: string[], names: PlanNames) => [
  ...stages.map((s) => ({ value: s, label: stageWords(s) })),
  { value: QUIET, label: 'Gone quiet' },
  ...names.questions.flatMap((q) =>
    q.buttons.map((b) => ({
      value: answerChoice({ noticeId: q.id, button: b.id }),
      label: `Answer “${b.label}” to ${q.name}`,
    })),
  ),
];

/** What sets a notice off. A silence stands beside the stage that its texts fit, an answer at that of its question. */
export function withTrigger(chosen: string, names: PlanNames): Trigger {
  if (chosen === QUIET) return { ...NOTHING, stage: 'delayed', quietDays: DEFAULT_QUIET_DAYS };
  const back = RETURNS.find((r) => RETURN + r.step === chosen);
  if (back) return { ...NOTHING, stage: back.stage, returnStep: back.step };
  if (!chosen.startsWith(ANSWER)) return { ...NOTHING, stage: chosen };
  const [noticeId, button] = chosen.slice(ANSWER.length).split('/');
  const stage = names.questions.find((q) => q.id === noticeId)?.stage;
  return { ...NOTHING, stage, answer: { noticeId, button } };
}

/** "a parcel is dispatched", "a parcel has had no scan for 5 days", "the customer answers “Yes” to “Confirm”". */
export function triggerWords(t: Trigger, names: PlanNames = NO_NAMES): string {
  if (t.answer) return answerWords(t.answer, names);
  const back = RETURNS.find((r) => r.step === t.returnStep);
  if (back) return back.words;
  return t.quietDays ? `a parcel has had no scan for ${counted(t.quietDays, 'day')}` : eventWords(t.stage ?? '');
}

export const UNITS: { value: Unit; label: string }[] = [
  { value: 'minutes', label: 'minutes' },
  { value: 'hours', label: 'hours' },
  { value: 'days', label: 'days' },
  { value: 'working-days', label: 'working days' },
];

export const isByDay = (unit: Unit) => unit === 'days' || unit === 'working-days';

export function delayOf(notice: Notice): Delay {
  if (notice.days)
    return {
      count: notice.days.count,
      unit: notice.days.working ? 'working-days' : 'days',
      at: notice.days.at ?? '',
    };
  const total = minutes(notice.after);
  return total > 0 && total % 60 === 0
    ? { count: total / 60, unit: 'hours', at: '' }
    : { count: total, unit: 'minutes', at: '' };
}

export function withDelay({ count, unit, at }: Delay): Pick<Notice, 'after' | 'days'> {
  if (isByDay(unit))
    return { after: 'PT0S', days: { count, working: unit === 'working-days', at: at === '' ? undefined : at } };
  return { after: toDuration(unit === 'hours' ? count * 60 : count), days: undefined };
}

/** "15 minutes", "2 working days, until 10:00", "until the next 10:00"; empty for at once. */
export function waitWords(notice: Notice): string {
  const { count, unit, at } = delayOf(notice);
  if (!isByDay(unit)) return count === 0 ? '' : delayWords(notice.after);
  const working = unit === 'working-days';
  if (count > 0) return `${counted(count, working ? 'working day' : 'day')}${at ? `, until ${at}` : ''}`;
  if (at) return working ? `until ${at} on a working day` : `until the next ${at}`;
  return working ? 'for a working day' : '';
}

export const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const shortDay = (day: string) => day.charAt(0).toUpperCase() + day.slice(1, 3);
export const dayWords = (day: string) => day.charAt(0).toUpperCase() + day.slice(1);

/** "Mon to Fri", "Sat and Sun", "Tue, Thu and Sat". */
export function daysWords(days: string[]): string {
  const at = WEEKDAYS.map((d, i) => (days.includes(d) ? i : -1)).filter((i) => i >= 0);
  const isRun = at.length > 2 && at[at.length - 1] - at[0] === at.length - 1;
  if (isRun) return `${shortDay(WEEKDAYS[at[0]])} to ${shortDay(WEEKDAYS[at[at.length - 1]])}`;
  return listed(
    at.map((i) => shortDay(WEEKDAYS[i])),
    'and',
  );
}

type Window = Schemas['WindowBody'];

/** True where the hours of a window leave no hour out. */
export const isAnyHour = (window: Window | undefined | null) =>
  !window || (window.from === '00:00' && window.to === '00:00');

/** The window with a change, or none where nothing limits it any more. */
export function withWindow(window: Window | undefined | null, part: Partial<Window>): Window | undefined {
  const next = { from: '00:00', to: '00:00', ...window, ...part };
  return isAnyHour(next) && !next.days?.length && !next.skipHolidays ? undefined : next;
}

/** "between 08:00 and 20:00, Mon to Fri, not on public holidays"; empty where nothing limits it. */
export function windowWords(window: Window | undefined | null): string {
  if (!window) return '';
  return [
    isAnyHour(window) ? '' : `between ${window.from} and ${window.to}`,
    window.days?.length ? `${isAnyHour(window) ? 'on ' : ''}${daysWords(window.days)}` : '',
    window.skipHolidays ? 'not on public holidays' : '',
  ]
    .filter(Boolean)
    .join(', ');
}
