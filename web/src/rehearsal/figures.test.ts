import { describe, expect, it } from 'vitest';
import {
  byWeekday,
  customersByMessages,
  days,
  dayToInstant,
  difference,
  type Figures,
  lines,
  periodWords,
  toDay,
  top,
  totalCost,
} from './figures';

describe('lines of a count', () => {
  it('holds what only one of the two has', () => {
    expect(lines({ a: 2, b: 5 }, { a: 1, c: 4 }, (k) => k.toUpperCase())).toEqual([
      { key: 'b', label: 'B', count: 5, other: 0 },
      { key: 'a', label: 'A', count: 2, other: 1 },
      { key: 'c', label: 'C', count: 0, other: 4 },
    ]);
  });

  it('adds the others up, so that the sum stays', () => {
    const all = lines({ a: 9, b: 5, c: 3, d: 1 }, undefined, (k) => k);
    const shown = top(all, 3);
    expect(shown.map((l) => [l.label, l.count])).toEqual([
      ['a', 9],
      ['b', 5],
      ['2 others', 4],
    ]);
    expect(shown.reduce((s, l) => s + l.count, 0)).toBe(18);
    expect(top(all, 4)).toHaveLength(4);
  });
});

it('says a difference in a sign and a number', () => {
  expect([difference(12, 10), difference(3, 1240), difference(5, 5)]).toEqual(['+2', '−1,237', 'same']);
});

it('leaves out no day between the first and the last', () => {
  expect(days({ '2026-10-24': 1, '2026-10-27': 4 })).toEqual([
    { day: '2026-10-24', count: 1 },
    { day: '2026-10-25', count: 0 },
    { day: '2026-10-26', count: 0 },
    { day: '2026-10-27', count: 4 },
  ]);
  expect(days({})).toEqual([]);
});

it('puts customers with many messages together', () => {
  expect(customersByMessages({ 1: 10, 3: 2, 9: 1, 12: 4 }, 4).map((l) => [l.label, l.count])).toEqual([
    ['1 message', 10],
    ['2 messages', 0],
    ['3 messages', 2],
    ['4 messages', 0],
    ['5 or more', 5],
  ]);
});

it('adds costs up by currency without losing cents', () => {
  const cost = (amount: string, currency: string) => ({
    channel: 'sms',
    messages: 1,
    segments: 1,
    cost: { amount, currency },
  });
  const figures = { costs: [cost('0.10', 'EUR'), cost('0.20', 'EUR'), cost('3', 'USD')] } as unknown as Figures;
  expect(totalCost(figures)).toBe('0.30 EUR and 3.00 USD');
  expect(totalCost({ costs: [] } as unknown as Figures)).toBe('');
});

it('names a period by its first and last day', () => {
  expect(periodWords(dayToInstant('2026-10-25'), dayToInstant('2026-11-23', 1))).toBe('25 Oct – 23 Nov 2026');
  expect(periodWords(dayToInstant('2025-12-30'), dayToInstant('2026-01-02', 1))).toBe('30 Dec 2025 – 2 Jan 2026');
  expect(toDay(new Date(dayToInstant('2026-03-29')))).toBe('2026-03-29');
});

it('cuts the week into days', () => {
  const week = byWeekday(Array.from({ length: 168 }, (_, i) => i));
  expect(week).toHaveLength(7);
  expect(week[6]?.[23]).toBe(167);
});
