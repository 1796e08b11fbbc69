import type { MessageAsk, Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { countryWords, languageWords, stageWords } from '../words';

/** The filter of the list, as the address of the page names it. Pure, so that it can be tested without a screen. */
export type MessageFilter = Partial<Record<(typeof NAMES)[number], string>>;

export const NAMES = [
  'state',
  'period',
  'search',
  'stage',
  'notice',
  'channel',
  'reason',
  'carrier',
  'shop',
  'country',
  'language',
  'team',
] as const;

/** Those that are chosen in a list of their own, in its order. */
export const CHOSEN = ['notice', 'channel', 'reason', 'carrier', 'shop', 'country', 'language', 'team'] as const;

/** What a message has come to, in the order of the pills; the statuses of each as the server names them. */
export const STATES: { value: string; label: string; statuses: string[]; look: string }[] = [
  { value: 'upcoming', label: 'Upcoming', statuses: ['planned'], look: 'v' },
  { value: 'held', label: 'Held', statuses: ['waiting'], look: 'gold' },
  { value: 'sent', label: 'Sent', statuses: ['accepted', 'delivered', 'read'], look: 'ok' },
  { value: 'failed', label: 'Failed', statuses: ['failed'], look: 'bad' },
  { value: 'unsure', label: 'Unsure', statuses: ['unsure'], look: 'bad' },
  { value: 'skipped', label: 'Skipped', statuses: ['withheld', 'cancelled'], look: 'v' },
];

/** What happened so far: all but what is still to come. */
const SO_FAR = STATES.filter((s) => s.value !== 'upcoming').flatMap((s) => s.statuses);

const HOUR = 3600_000;
export const PERIODS: { value: string; label: string; hours?: number }[] = [
  { value: '1d', label: 'Last 24 hours', hours: 24 },
  { value: '7d', label: 'Last 7 days', hours: 7 * 24 },
  { value: '30d', label: 'Last 30 days', hours: 30 * 24 },
  { value: 'all', label: 'All time' },
];
export const USUAL_PERIOD = '7d';

export function fromAddress(params: URLSearchParams): MessageFilter {
  return Object.fromEntries(NAMES.flatMap((n) => (params.get(n) ? [[n, params.get(n)!]] : [])));
}

export function toAddress(filter: MessageFilter): string {
  const filled = NAMES.flatMap((n) => (filter[n] ? [[n, filter[n]!]] : []));
  return filled.length ? `?${new URLSearchParams(filled)}` : '';
}

/**
 * What the server is asked. The period begins at a full minute, so that the same list isn’t asked for again with every
 * second; days of a range are the reader’s own.
 */
export function toAsk(filter: MessageFilter, now: string): MessageAsk {
  const state = STATES.find((s) => s.value === filter.state);
  return {
    when: { ...span(filter.period ?? USUAL_PERIOD, now), search: filter.search },
    what: {
      notice: filter.notice,
      stage: filter.stage,
      channel: filter.channel,
      status: (state?.statuses ?? SO_FAR).join(','),
      reason: filter.reason,
    },
    whose: {
      carrier: filter.carrier,
      shop: filter.shop,
      country: filter.country,
      language: filter.language,
      team: filter.team,
    },
  };
}

function span(period: string, now: string): { from?: string; to?: string } {
  const days = rangeOf(period);
  if (days) {
    const end = new Date(`${days[1]}T00:00`);
    end.setDate(end.getDate() + 1);
    return { from: new Date(`${days[0]}T00:00`).toISOString(), to: end.toISOString() };
  }
  const hours = PERIODS.find((p) => p.value === period)?.hours;
  if (!hours) return {};
  const minute = Math.floor(Date.parse(now) / 60_000) * 60_000;
  return { from: new Date(minute - hours * HOUR).toISOString() };
}

/** The first and the last day of "2026-11-01..2026-11-24"; undefined for any other period. */
export function rangeOf(period: string | undefined): [string, string] | undefined {
  const days = /^(\d{4}-\d\d-\d\d)\.\.(\d{4}-\d\d-\d\d)$/.exec(period ?? '');
  if (!days || Number.isNaN(Date.parse(days[1])) || Number.isNaN(Date.parse(days[2]))) return undefined;
  return days[1] <= days[2] ? [days[1], days[2]] : undefined;
}

const facet = (page: Schemas['MessagePage'] | undefined, dimension: string) =>
  page?.facets.find((f) => f.dimension === dimension)?.values ?? [];

/** How many messages each state has, if all else stays chosen. */
export function stateCounts(page: Schemas['MessagePage'] | undefined): Record<string, number> {
  const counts: Record<string, number> = { soFar: 0 };
  for (const { value, messages } of facet(page, 'status')) {
    const state = STATES.find((s) => s.statuses.includes(value));
    if (!state) continue;
    counts[state.value] = (counts[state.value] ?? 0) + messages;
    if (state.value !== 'upcoming') counts.soFar += messages;
  }
  return counts;
}

export const stageCounts = (page: Schemas['MessagePage']) =>
  new Map(facet(page, 'stage').map((v) => [v.value, v.messages]));

/** What there is to choose from, each with how many messages it would show. */
export function choices(page: Schemas['MessagePage'] | undefined, name: (typeof CHOSEN)[number]) {
  return facet(page, name)
    .filter((v) => name !== 'reason' || v.value)
    .map((v) => ({ value: v.value || 'none', label: `${v.label ?? valueWords(name, v.value)} · ${v.messages}` }));
}

const REASONS: Record<string, string> = {
  REFUSED: 'Refused',
  GATEWAY_AWAY: 'Gateway away',
  BEHIND: 'Behind an earlier message',
  NOT_APPROVED: 'Text not approved yet',
  UNSURE: 'No answer from the gateway',
  ON_HOLD: 'Order on hold',
  BROKEN: 'Couldn’t be created',
  NOT_LIVE: 'Notice not live',
  NOT_FOR: 'Not for this order',
  TOO_OLD: 'Too late',
  OVERTAKEN: 'Overtaken by events',
  SERIES_ENDED: 'Series ended',
  ANSWERED: 'Customer answered',
  NO_ADDRESS: 'No address',
  NO_CONSENT: 'No consent',
  STOPPED: 'On the stop list',
  NO_WORDING: 'No text to use',
  NO_COMMON_HOUR: 'Send window never open',
  DAILY_LIMIT: 'Daily limit',
  NO_CREDIT: 'Not enough credit',
  MONTH_LIMIT: 'Monthly limit',
  FIELD_EMPTY: 'A field is empty',
  QUIET: 'Decided by a person',
  GONE: 'Notice or parcel gone',
};

/** A value in words: "Poland", "By SMS". */
export function valueWords(name: string, value: string): string {
  if (value === '' || value === 'none') return name === 'carrier' ? 'Whole order' : 'None';
  switch (name) {
    case 'stage':
      return stageWords(value);
    case 'channel':
      return channelLabel(value);
    case 'reason':
      return REASONS[value] ?? value;
    case 'country':
      return countryWords(value);
    case 'language':
      return languageWords(value);
    case 'team':
      return value === '1' ? 'To the team' : 'To customers';
    default:
      return value;
  }
}

export const NAME_WORDS: Record<(typeof CHOSEN)[number], string> = {
  notice: 'Notice',
  channel: 'Channel',
  reason: 'Reason',
  carrier: 'Carrier',
  shop: 'Shop',
  country: 'Country',
  language: 'Language',
  team: 'Sent to',
};

/** A condition of the filter in words. @param page whose choices carry the names of notices and carriers */
export function filterWords(name: string, value: string, page: Schemas['MessagePage'] | undefined): string {
  if (name === 'search') return `“${value}”`;
  return facet(page, name).find((v) => v.value === value)?.label ?? valueWords(name, value);
}

const STATUS: Record<string, [string, string]> = {
  planned: ['Upcoming', 'v'],
  waiting: ['Held', 'gold'],
  sending: ['Sending', 'gold'],
  accepted: ['Sent', 'ok'],
  delivered: ['Delivered', 'ok'],
  read: ['Read', 'ok'],
  failed: ['Failed', 'bad'],
  unsure: ['Unsure', 'bad'],
  withheld: ['Skipped', 'v'],
  cancelled: ['Cancelled', 'v'],
};

export const statusWords = (status: string) => STATUS[status]?.[0] ?? status;
export const statusLook = (status: string) => STATUS[status]?.[1] ?? 'v';

const EVENTS: Record<string, string> = {
  accepted: 'Taken by the gateway',
  refused: 'Refused',
  later: 'Put off by the gateway',
  away: 'Gateway couldn’t be reached',
  unsure: 'No answer',
  'not-approved': 'Text not approved yet',
  delivered: 'Delivered',
  read: 'Read',
  failed: 'Couldn’t be delivered',
  delayed: 'Delayed by a mail server',
  relayed: 'Passed on by a mail server',
  complaint: 'Reported as unwanted',
  again: 'Sent again',
  settled: 'Recorded as delivered',
  cancelled: 'Cancelled',
  channel: 'Sent by another channel',
};

/** "Refused", "Sent again by Noor". */
export const eventWords = (e: Schemas['MessageEvent']) => (EVENTS[e.kind] ?? e.kind) + (e.by ? ` by ${e.by}` : '');

/** True where an event isn’t good news. */
export const isTrouble = (e: Schemas['MessageEvent']) =>
  ['refused', 'away', 'unsure', 'failed', 'later', 'complaint'].includes(e.kind);

/** Of what a part of many came to: all parts together. */
export type ActTotal = { done: number; looked: number; refused: Record<string, number> };

/** Does something to all messages of an ask, part by part. @throws what the first part threw */
export async function actInParts(
  part: (after?: string) => Promise<Schemas['PartDone']>,
  onPart: (total: ActTotal) => void,
  isStopped: () => boolean,
): Promise<ActTotal> {
  const total: ActTotal = { done: 0, looked: 0, refused: {} };
  let after: string | undefined;
  do {
    const p = await part(after);
    total.done += p.done;
    total.looked += p.looked;
    for (const [reason, n] of Object.entries(p.refused)) total.refused[reason] = (total.refused[reason] ?? 0) + n;
    onPart({ ...total });
    after = p.next ?? undefined;
  } while (after && !isStopped());
  return total;
}
