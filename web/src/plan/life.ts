import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { counted, delayWords, listed, minutes, perWords } from '../words';
import { copyWords, senderWords, tagWords } from './effects';
import { NO_NAMES, type PlanNames } from './planNames';
import { answerEffects, changeWords, closeWords } from './question';
import { triggerWords, waitWords, windowWords } from './timing';

type Notice = Schemas['NoticeBody'];

const STATE_WORDS: Record<string, string> = { draft: 'draft', trial: 'on trial', live: 'live', paused: 'paused' };

export const stateWords = (state: string | undefined | null) => STATE_WORDS[state ?? 'draft'] ?? state ?? '';

/** The look of a state's mark; its word stands in it. */
export const stateMark = (state: string | undefined | null) =>
  state === 'live' ? 'ok' : state === 'trial' ? 'gold' : 'v';

/** "5 live, 1 on trial, 2 drafts": states that nothing has are left out, but for live. */
export function planWords(notices: Notice[]): string {
  const count = (state: string) => notices.filter((n) => n.state === state).length;
  return [
    `${count('live')} live`,
    count('trial') > 0 ? `${count('trial')} on trial` : '',
    count('draft') > 0 ? counted(count('draft'), 'draft') : '',
    count('paused') > 0 ? `${count('paused')} paused` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

/** A part of the rule that has words: its name, and what it says of a notice. */
const PARTS: [string, (n: Notice, audience: string, names: PlanNames) => string][] = [
  ['Name', (n) => n.name ?? ''],
  ['State', (n) => stateWords(n.state)],
  ['When', (n, _, names) => triggerWords(n, names)],
  [
    'Series',
    (n, _, names) => (n.series ? (names.series.find((s) => s.id === n.series)?.series.name ?? 'another') : 'none'),
  ],
  ['Delay', (n) => waitWords(n) || 'none'],
  ['For', (_, audience) => audience],
  ['Send window', (n) => windowWords(n.window) || 'any time'],
  ['How often', (n) => perWords(n.per ?? 'parcel', n.stage ?? '')],
  ['Skip if older than', (n) => delayWords(n.ageLimit)],
  ['Can be taken back for', (n) => (minutes(n.recall ?? 'PT0S') > 0 ? delayWords(n.recall) : 'no time')],
  ['Importance', (n) => n.importance ?? 'normal'],
  ['Copy to the team', (n) => copyWords(n) || 'none'],
  ['Tags', (n) => tagWords(n) || 'none'],
  ['Sender', (n) => senderWords(n) || 'that of the brand'],
  [
    'Channels',
    (n) =>
      listed(
        (n.channels ?? []).map((c) => channelLabel(c)),
        n.rule === 'all' ? 'and' : 'or else',
      ),
  ],
  ['Next channel after', (n) => ((n.channels?.length ?? 0) > 1 && n.rule !== 'all' ? delayWords(n.fallbackAfter) : '')],
  [
    'Question',
    (n) =>
      n.buttons?.length
        ? n.buttons
            .map((b) => [b.label, b.freeText ? 'with words' : '', answerEffects(b)].filter(Boolean).join(': '))
            .join('; ')
        : 'none',
  ],
  ['Time to answer', closeWords],
  ['Changed answers', changeWords],
];

type Version = Pick<Schemas['NoticeVersionView'], 'notice' | 'audience'>;

/** What one version changed of the one before, a sentence for each part; for the first one, that it was created. */
export function versionChanges(version: Version, before: Version | undefined, names: PlanNames = NO_NAMES): string[] {
  if (!version.notice) return ['Deleted'];
  if (!before?.notice) return [before ? 'Restored' : 'Created'];
  const [now, then] = [version.notice, before.notice];
  return PARTS.map(([part, words]) => {
    const is = words(now, version.audience ?? '', names);
    const was = words(then, before.audience ?? '', names);
    return is === was ? '' : `${part}: ${was || 'none'} → ${is || 'none'}`;
  }).filter(Boolean);
}

/** The plan with a notice as it is now, at its place or at the end. */
export function withNotice(plan: Schemas['Plan'], view: Schemas['NoticeView']): Schemas['Plan'] {
  const isKnown = plan.notices.some((n) => n.id === view.id);
  return {
    ...plan,
    notices: isKnown ? plan.notices.map((n) => (n.id === view.id ? view : n)) : [...plan.notices, view],
  };
}

const HOUR = 3_600_000;
const WEEK = 168;

/**
 * How many messages a notice would send in the coming hours, if they are like the same hours of the weeks that were
 * rehearsed.
 */
export function expectedSoon(noticeHours: number[], period: { from: string; to: string }, now: string, hours: number) {
  const weeks = Math.max((Date.parse(period.to) - Date.parse(period.from)) / (WEEK * HOUR), 1 / 7);
  const at = new Date(now);
  const first = ((at.getUTCDay() + 6) % 7) * 24 + at.getUTCHours();
  let sum = 0;
  for (let h = 0; h < hours; h++) sum += noticeHours[(first + h) % WEEK] ?? 0;
  return sum / weeks;
}
