import { expect, test } from 'vitest';
import { canReceive, reasonWords, returnItems, returnState } from './returns';

test('says what comes back, and why', () => {
  expect(
    returnItems([
      { name: 'Box kite', quantity: 1 },
      { name: 'Ribbon tail', quantity: 2 },
    ]),
  ).toBe('1 × Box kite, 2 × Ribbon tail');
  expect(reasonWords({ reason: 'not-as-expected', note: undefined })).toBe('not as expected');
  expect(reasonWords({ reason: 'damaged', note: 'a spar is broken' })).toBe('damaged: “a spar is broken”');
});

test('waits for what is neither here nor cancelled', () => {
  expect(['requested', 'on-its-way', 'arrived', 'received', 'cancelled'].map(canReceive)).toEqual([
    true,
    true,
    true,
    false,
    false,
  ]);
  expect(returnState('arrived')).toEqual({ label: 'Arrived', look: 'gold' });
  expect(returnState('new').label).toBe('new');
});
