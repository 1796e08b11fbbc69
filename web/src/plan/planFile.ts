import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { countryWords, languageWords } from '../words';
import { versionChanges } from './life';

type Row = Schemas['NoticeComparison'];

/** The server takes no larger one. */
export const LARGEST_PLAN = 5 * 1024 * 1024;

/** Whether taking it from the file would change anything. */
export const canTake = (row: Row) => row.problems.length === 0 && (row.kind === 'added' || row.kind === 'changed');

const KIND_WORDS: Record<string, string> = {
  added: 'new',
  changed: 'differs',
  same: 'the same',
  'only-here': 'not in the file',
};

export const kindWords = (row: Row) => (row.problems.length > 0 ? 'can’t be used' : KIND_WORDS[row.kind]);

export const kindMark = (row: Row) =>
  row.problems.length > 0 ? 'bad' : row.kind === 'added' ? 'ok' : row.kind === 'changed' ? 'gold' : 'v';

function forWhom(v: Schemas['Variant']): string {
  const parts = [
    v.shop && `from shop ${v.shop}`,
    v.carrier && `with carrier ${v.carrier}`,
    v.country && `to ${countryWords(v.country)}`,
  ].filter(Boolean);
  return parts.length > 0 ? ` for orders ${parts.join(', ')}` : '';
}

/** "SMS text in Swedish: changed", "E-mail text in German for orders to Austria: new". */
export function textWords(change: Schemas['TextChange']): string {
  const what = `${channelLabel(change.channel)} text in ${languageWords(change.language)}${forWhom(change.variant)}`;
  return `${what}: ${change.kind === 'added' ? 'new' : change.kind === 'removed' ? 'deleted' : 'changed'}`;
}

/** What taking it would change, a sentence for each part. */
export function rowChanges(row: Row): string[] {
  if (row.problems.length > 0) return row.problems;
  if (row.kind === 'added') return ['Comes as a draft'];
  if (!row.before || !row.after) return [];
  const isLive = row.before.notice.state === 'live';
  return [
    ...versionChanges(row.after, row.before),
    ...row.texts.map(textWords),
    ...(isLive && row.kind === 'changed' ? ['It’s live, so this applies to the next messages'] : []),
  ];
}
