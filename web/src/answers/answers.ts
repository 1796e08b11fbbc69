import type { AnswerFilter, Schemas } from '../api/client';

type Line = Schemas['AnswerLine'];

/** The states of a question, in the order of the pills. */
export const STATES: { value: string; label: string; look: string }[] = [
  { value: 'waiting', label: 'Waiting', look: 'gold' },
  { value: 'confirmed', label: 'Answered', look: 'ok' },
  { value: 'cancelled', label: 'Cancelled', look: 'bad' },
  { value: 'unanswered', label: 'No answer', look: 'v' },
];

export const stateWords = (state: string) => STATES.find((s) => s.value === state)?.label ?? state;
export const stateLook = (state: string) => STATES.find((s) => s.value === state)?.look ?? '';

const VIA: Record<string, string> = { page: 'on the answer page', hand: 'by hand', 'no-answer': 'nobody answered' };

/** "by hand", "by SMS". @param channel what a channel is called */
export const viaWords = (via: string | undefined, channel: (code: string) => string) =>
  via ? (VIA[via] ?? `by ${channel(via)}`) : '';

const SHOP: Record<string, string> = { taken: 'shop told', waiting: 'telling the shop', failed: 'shop not told' };

/** Whether the shop took it; empty where it isn’t called. */
export const shopWords = (line: Line) => (line.shopCall ? (SHOP[line.shopCall] ?? '') : '');

/** "12 min", "3 h", "2 days": how long half of the customers took at the most. */
export function tookWords(seconds: number | undefined | null): string {
  if (seconds === undefined || seconds === null) return '–';
  if (seconds < 60) return `${seconds} s`;
  if (seconds < 3600) return `${Math.round(seconds / 60)} min`;
  if (seconds < 2 * 86400) return `${Math.round(seconds / 3600)} h`;
  return `${Math.round(seconds / 86400)} days`;
}

/** "62 %" of those that were asked. */
export const share = (part: number, of: number) => (of === 0 ? '–' : `${Math.round((100 * part) / of)} %`);

/** What the place shows in place of questions. */
export type AnswersView = 'person' | 'returns';
const VIEWS: string[] = ['person', 'returns'];

export function toAddress(filter: AnswerFilter & { view?: AnswersView }): string {
  const query = new URLSearchParams();
  if (filter.view) query.set('state', filter.view);
  else if (filter.state) query.set('state', filter.state);
  if (filter.notice) query.set('notice', filter.notice);
  if (filter.stage) query.set('stage', filter.stage);
  const text = query.toString();
  return text && `?${text}`;
}

export function fromAddress(params: URLSearchParams): AnswerFilter & { view?: AnswersView } {
  const state = params.get('state') ?? undefined;
  return {
    view: state && VIEWS.includes(state) ? (state as AnswersView) : undefined,
    state: STATES.some((s) => s.value === state) ? state : undefined,
    notice: params.get('notice') ?? undefined,
    stage: params.get('stage') ?? undefined,
  };
}
