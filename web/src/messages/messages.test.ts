import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import {
  actInParts,
  choices,
  eventWords,
  filterWords,
  fromAddress,
  rangeOf,
  stageCounts,
  stateCounts,
  toAddress,
  toAsk,
  valueWords,
} from './messages';

const NOW = '2026-11-24T13:05:40Z';

const page: Schemas['MessagePage'] = {
  rows: [],
  total: 9,
  cutOff: false,
  facets: [
    {
      dimension: 'status',
      values: [
        { value: 'planned', messages: 4 },
        { value: 'accepted', messages: 3 },
        { value: 'delivered', messages: 2 },
        { value: 'failed', messages: 1 },
        { value: 'withheld', messages: 1 },
        { value: 'cancelled', messages: 1 },
      ],
    },
    { dimension: 'stage', values: [{ value: 'dispatched', messages: 7 }] },
    { dimension: 'notice', values: [{ value: 'on-its-way', label: 'On its way', messages: 7 }] },
    { dimension: 'carrier', values: [{ value: '', messages: 2 }] },
    {
      dimension: 'reason',
      values: [
        { value: '', messages: 8 },
        { value: 'TOO_OLD', messages: 1 },
      ],
    },
  ],
};

describe('the filter of the list of messages', () => {
  it('is kept in the address and read back', () => {
    const filter = { state: 'failed', period: '1d', notice: 'on-its-way', search: 'Ann O’Test & co', team: '0' };
    expect(fromAddress(new URLSearchParams(toAddress(filter)))).toEqual(filter);
    expect(toAddress({})).toBe('');
    expect(fromAddress(new URLSearchParams('?nonsense=1'))).toEqual({});
  });

  it('asks for what happened so far unless a state is chosen', () => {
    expect(toAsk({}, NOW).what.status).toBe('waiting,accepted,delivered,read,failed,unsure,withheld,cancelled');
    expect(toAsk({ state: 'sent' }, NOW).what.status).toBe('accepted,delivered,read');
    expect(toAsk({ state: 'nonsense' }, NOW).what.status).toContain('failed');
  });

  it('counts its period from the full minute, so that a second changes nothing', () => {
    expect(toAsk({ period: '1d' }, NOW).when.from).toBe('2026-11-23T13:05:00.000Z');
    expect(toAsk({ period: '1d' }, '2026-11-24T13:05:01Z')).toEqual(toAsk({ period: '1d' }, NOW));
    expect(toAsk({}, NOW).when.from).toBe('2026-11-17T13:05:00.000Z');
    expect(toAsk({ period: 'all' }, NOW).when).toEqual({ search: undefined });
  });

  it('takes whole days of the reader, the last one included', () => {
    const { from, to } = toAsk({ period: '2026-11-20..2026-11-20' }, NOW).when;
    expect(Date.parse(to!) - Date.parse(from!)).toBe(86_400_000);
    expect(new Date(from!).getHours()).toBe(0);
  });

  it('takes nothing for days that are none', () => {
    expect(rangeOf('2026-11-20..2026-11-24')).toEqual(['2026-11-20', '2026-11-24']);
    for (const period of ['2026-11-24..2026-11-20', '2026-13-40..2026-13-41', '1d', '', undefined])
      expect(rangeOf(period)).toBeUndefined();
  });
});

describe('the figures beside the filter', () => {
  it('puts statuses together to what a person asks for', () => {
    expect(stateCounts(page)).toEqual({ soFar: 8, upcoming: 4, sent: 5, failed: 1, skipped: 2 });
    expect(stateCounts(undefined)).toEqual({ soFar: 0 });
    expect(stageCounts(page)).toEqual(new Map([['dispatched', 7]]));
  });

  it('names each choice with how many it would show', () => {
    expect(choices(page, 'notice')).toEqual([{ value: 'on-its-way', label: 'On its way · 7' }]);
    expect(choices(page, 'carrier')).toEqual([{ value: 'none', label: 'Whole order · 2' }]);
    expect(choices(page, 'reason')).toEqual([{ value: 'TOO_OLD', label: 'Too late · 1' }]);
    expect(choices(undefined, 'shop')).toEqual([]);
  });

  it('says what is chosen in words', () => {
    expect(filterWords('notice', 'on-its-way', page)).toBe('On its way');
    expect(filterWords('country', 'PL', page)).toBe('Poland');
    expect(filterWords('search', 'Ann', page)).toBe('“Ann”');
    expect(valueWords('team', '1')).toBe('To the team');
    expect(valueWords('language', 'de')).toBe('German');
  });
});

it('says who did what', () => {
  expect(eventWords({ at: NOW, kind: 'refused' })).toBe('Refused');
  expect(eventWords({ at: NOW, kind: 'again', by: 'Noor' })).toBe('Sent again by Noor');
});

describe('what is done to many', () => {
  const parts: Schemas['PartDone'][] = [
    { done: 400, looked: 500, refused: { 'It was sent already': 100 }, next: 'a' },
    { done: 0, looked: 500, refused: { 'It was sent already': 500 }, next: 'b' },
    { done: 3, looked: 4, refused: { gone: 1 } },
  ];
  const server = () => {
    const asked: (string | undefined)[] = [];
    return {
      asked,
      part: async (after?: string) => {
        asked.push(after);
        return parts[asked.length - 1];
      },
    };
  };

  it('goes on from part to part to the end, and adds up', async () => {
    const { asked, part } = server();
    const seen: number[] = [];
    const total = await actInParts(
      part,
      (t) => seen.push(t.looked),
      () => false,
    );
    expect(asked).toEqual([undefined, 'a', 'b']);
    expect(seen).toEqual([500, 1000, 1004]);
    expect(total).toEqual({ done: 403, looked: 1004, refused: { 'It was sent already': 600, gone: 1 } });
  });

  it('ends where somebody stops it, with what was done', async () => {
    const { asked, part } = server();
    const total = await actInParts(
      part,
      () => {},
      () => asked.length === 2,
    );
    expect(asked).toHaveLength(2);
    expect(total.done).toBe(400);
  });
});
