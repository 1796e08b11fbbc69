import { expect, it } from 'vitest';
import { findDifferences, isSame, merge } from './merge';

const before = { name: 'Delivered', after: 'PT0S', window: { from: '08:00', to: '20:00' }, channels: ['email'] };

it('takes what only one of two changed from the one who changed it', () => {
  const mine = { ...before, name: 'It is there' };
  const theirs = { ...before, after: 'PT15M' };
  const found = findDifferences(before, mine, theirs);
  expect(found.map((d) => [d.path.join('.'), d.keep])).toEqual([
    ['after', 'theirs'],
    ['name', 'mine'],
  ]);
  expect(merge(mine, found)).toEqual({ ...before, name: 'It is there', after: 'PT15M' });
});

it('keeps mine where both changed the same value, unless theirs is chosen', () => {
  const mine = { ...before, name: 'Mine' };
  const theirs = { ...before, name: 'Theirs' };
  const found = findDifferences(before, mine, theirs);
  expect(found).toEqual([{ path: ['name'], before: 'Delivered', mine: 'Mine', theirs: 'Theirs', keep: 'mine' }]);
  expect(merge(mine, found).name).toBe('Mine');
  expect(merge(mine, [{ ...found[0], keep: 'theirs' }]).name).toBe('Theirs');
});

it('looks into parts, and takes lists as a whole', () => {
  const mine = { ...before, window: { from: '09:00', to: '20:00' }, channels: ['email', 'sms'] };
  const theirs = { ...before, window: { from: '08:00', to: '18:00' }, channels: ['whatsapp'] };
  const found = findDifferences(before, mine, theirs);
  expect(found.map((d) => d.path.join('.'))).toEqual(['channels', 'window.from', 'window.to']);
  expect(merge(mine, found)).toEqual({ ...mine, window: { from: '09:00', to: '18:00' } });
});

it('takes a part that is not there any more out, and one that is new in', () => {
  const mine = { ...before, name: 'Mine' };
  const theirs = { name: 'Delivered', after: 'PT0S', channels: ['email'], ask: { address: 'https://x.example' } };
  const merged = merge(mine, findDifferences(before, mine, theirs));
  expect(merged).toEqual({ ...theirs, name: 'Mine' });
});

it('sees no difference between empty, null and not there', () => {
  expect(isSame({ a: '', b: [], c: { d: null } }, { b: [], c: {} })).toBe(true);
  expect(isSame({ a: 0 }, {})).toBe(false);
  expect(isSame({ a: false }, {})).toBe(false);
  expect(findDifferences({}, { a: '' }, { a: null })).toEqual([]);
});

it('says nothing where both made the same change', () => {
  expect(findDifferences(before, { ...before, name: 'x' }, { ...before, name: 'x' })).toEqual([]);
});

it('loses nothing of either side, whatever was changed', () => {
  // Every combination of "unchanged, changed, removed" of two values on both sides.
  const values = ['same', 'other', undefined];
  for (const a1 of values)
    for (const b1 of values)
      for (const a2 of values)
        for (const b2 of values) {
          const start = { a: 'same', b: 'same' };
          const mine = { a: a1, b: b1 };
          const theirs = { a: a2, b: b2 };
          const merged = merge(mine, findDifferences(start, mine, theirs));
          for (const [name, m, t] of [
            ['a', a1, a2],
            ['b', b1, b2],
          ] as const) {
            const expected = m === 'same' ? t : m;
            expect(isSame(merged[name as 'a' | 'b'], expected)).toBe(true);
          }
        }
});
