import type { Schemas } from '../api/client';
import { money } from '../words';

export type Figures = Schemas['RehearsalFigures'];

/** One line of a table: how many, and how many in what it is compared with. */
export type Line = { key: string; label: string; count: number; other?: number };

/** The lines of two counts by the same keys, most frequent first; what only the other one has is 0 here. */
export function lines(
  counts: Record<string, number>,
  other: Record<string, number> | undefined,
  label: (key: string) => string,
): Line[] {
  return [...new Set([...Object.keys(counts), ...Object.keys(other ?? {})])]
    .map((key) => ({
      key,
      label: label(key),
      count: counts[key] ?? 0,
      other: other ? (other[key] ?? 0) : undefined,
    }))
    .sort((a, b) => b.count - a.count || a.label.localeCompare(b.label));
}

/** The most frequent lines; the others added up in one, so that the sum stays the same. */
export function top(all: Line[], most: number): Line[] {
  if (all.length <= most) return all;
  const rest = all.slice(most - 1);
  const compared = rest.some((l) => l.other !== undefined);
  return [
    ...all.slice(0, most - 1),
    {
      key: 'rest',
      label: `${rest.length} others`,
      count: rest.reduce((sum, l) => sum + l.count, 0),
      other: compared ? rest.reduce((sum, l) => sum + (l.other ?? 0), 0) : undefined,
    },
  ];
}

/** "+12", "−3", "same": what a number is against another. */
export function difference(count: number, other: number): string {
  if (count === other) return 'same';
  const by = Math.abs(count - other).toLocaleString('en-GB');
  return count > other ? `+${by}` : `−${by}`;
}

/** Every day from the first to the last one that counts anything, those without anything too. */
export function days(counts: Record<string, number>): { day: string; count: number }[] {
  const known = Object.keys(counts).sort();
  const first = known[0];
  const last = known[known.length - 1];
  if (!first || !last) return [];
  const all = [];
  for (let at = Date.parse(first); at <= Date.parse(last); at += 86_400_000) {
    const day = new Date(at).toISOString().slice(0, 10);
    all.push({ day, count: counts[day] ?? 0 });
  }
  return all;
}

/** Customers by the messages they got, from 1 on without gaps; the many ones together. */
export function customersByMessages(counts: Record<string, number>, most: number): Line[] {
  const highest = Math.max(0, ...Object.keys(counts).map(Number));
  const all: Line[] = [];
  for (let n = 1; n <= Math.min(highest, most); n++)
    all.push({ key: String(n), label: n === 1 ? '1 message' : `${n} messages`, count: counts[n] ?? 0 });
  const more = Object.entries(counts)
    .filter(([n]) => Number(n) > most)
    .reduce((sum, [, c]) => sum + c, 0);
  if (more > 0) all.push({ key: 'more', label: `${most + 1} or more`, count: more });
  return all;
}

/** What all channels cost together, by currency: "84.15 EUR and 3.20 USD"; empty where nothing costs anything. */
export function totalCost(figures: Figures): string {
  const sums = new Map<string, number>();
  for (const c of figures.costs)
    sums.set(c.cost.currency, (sums.get(c.cost.currency) ?? 0) + Number(c.cost.amount) * 10_000);
  return [...sums].map(([currency, sum]) => money((Math.round(sum) / 10_000).toFixed(2), currency)).join(' and ');
}

const DAY = { day: 'numeric', month: 'short' } as const;

/** "25 Oct – 24 Nov 2026". The end isn't part of the period, so a midnight counts as the day before. */
export function periodWords(from: string, to: string): string {
  const last = new Date(Date.parse(to) - 1);
  const first = new Date(from);
  const year = first.getFullYear() === last.getFullYear() ? undefined : ('numeric' as const);
  return `${first.toLocaleDateString('en-GB', { ...DAY, year })} – ${last.toLocaleDateString('en-GB', { ...DAY, year: 'numeric' })}`;
}

/** The start of a day in the reader's own time, `2026-11-24`, and the start of the one after it. */
export function dayToInstant(day: string, after = 0): string {
  const [y, m, d] = day.split('-').map(Number) as [number, number, number];
  return new Date(y, m - 1, d + after).toISOString();
}

/** A day in the reader's own time as `2026-11-24`. */
export function toDay(at: Date): string {
  return `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`;
}

export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** 168 numbers as seven days of 24. */
export function byWeekday(hourOfWeek: number[]): number[][] {
  return WEEKDAYS.map((_, d) => hourOfWeek.slice(d * 24, d * 24 + 24));
}

const CHANGE_WORDS: Record<string, string> = {
  added: 'Added',
  removed: 'Not sent any more',
  reworded: 'Other text',
  rescheduled: 'Other time',
};

export function changeWords(kind: string): string {
  return CHANGE_WORDS[kind] ?? kind;
}

/** What a rehearsal stands beside. */
export const besideWords = (row: Pick<Schemas['RehearsalRow'], 'comparedWith'>) =>
  row.comparedWith === 'sent' ? 'What was really sent' : 'The live plan';

/** As it stands within a sentence. */
export const lowered = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);
