import type { Schemas } from '../api/client';

/** What a notice refers to by an id: the questions of other notices, and series. */
export type PlanNames = {
  questions: { id: string; name: string; stage: string; buttons: { id: string; label: string }[] }[];
  series: Schemas['SeriesView'][];
};

export const NO_NAMES: PlanNames = { questions: [], series: [] };

export const questionsOf = (notices: Schemas['NoticeView'][]): PlanNames['questions'] =>
  notices
    .filter((n) => (n.notice.buttons?.length ?? 0) > 0)
    .map((n) => ({
      id: n.id,
      name: n.notice.name ?? '',
      stage: n.notice.stage ?? '',
      buttons: (n.notice.buttons ?? []).map((b) => ({ id: b.id ?? '', label: b.label ?? '' })),
    }));

/** "the customer answers “Confirm” to “Cash on delivery”". */
export function answerWords(answer: Schemas['AnswerGiven'], names: PlanNames): string {
  const asked = names.questions.find((q) => q.id === answer.noticeId);
  const button = asked?.buttons.find((b) => b.id === answer.button);
  return button
    ? `the customer answers “${button.label}” to “${asked?.name}”`
    : 'the customer gives an answer that isn’t asked for any more';
}
