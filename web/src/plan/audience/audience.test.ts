import { expect, it } from 'vitest';
import {
  addCondition,
  addGroup,
  type Condition,
  EVERYONE,
  fieldOf,
  isEveryone,
  newCondition,
  positionOf,
  removeCondition,
  setCondition,
  setMatch,
} from './audience';

const country: Condition = { kind: 'country', values: ['DE'] };
const tag: Condition = { kind: 'tag', values: ['vip'] };
const sku: Condition = { kind: 'sku', values: ['KITE-*'] };

it('puts conditions in the audience and in its groups, and takes them out again', () => {
  const one = addCondition(EVERYONE, undefined, country);
  const two = addCondition(addGroup(one, tag), 0, sku);
  expect(two).toEqual({
    match: 'all',
    conditions: [country],
    groups: [{ match: 'any', conditions: [tag, sku] }],
  });
  const without = removeCondition(removeCondition(two, { group: 0, index: 1 }), { group: 0, index: 0 });
  expect(without.groups).toEqual([]);
  expect(removeCondition(without, { index: 0 })).toEqual(EVERYONE);
  expect(EVERYONE.conditions).toEqual([]);
});

it('changes one condition and leaves the others alone', () => {
  const audience = addGroup(addCondition(addCondition(EVERYONE, undefined, country), undefined, tag), sku);
  const changed = setCondition(audience, { index: 1 }, { ...tag, values: ['gift'] });
  expect(changed.conditions).toEqual([country, { kind: 'tag', values: ['gift'] }]);
  expect(setCondition(audience, { group: 0, index: 0 }, country).groups[0].conditions).toEqual([country]);
  expect(setMatch(audience, undefined, 'none').match).toBe('none');
  expect(setMatch(audience, 0, 'none').groups[0].match).toBe('none');
});

it('joins a group in the other way than what it stands in: else it would say nothing new', () => {
  expect(addGroup(EVERYONE, tag).groups[0].match).toBe('any');
  expect(addGroup({ ...EVERYONE, match: 'any' }, tag).groups[0].match).toBe('all');
  expect(addGroup({ ...EVERYONE, match: 'none' }, tag).groups[0].match).toBe('all');
});

it('finds a condition where the server counts it, and under the name it refuses it by', () => {
  let audience = addCondition(addCondition(EVERYONE, undefined, country), undefined, tag);
  audience = addGroup(addCondition(addGroup(audience, sku), 0, tag), country);
  expect(positionOf(audience, { index: 1 })).toBe(1);
  expect(positionOf(audience, { group: 0, index: 1 })).toBe(3);
  expect(positionOf(audience, { group: 1, index: 0 })).toBe(4);
  expect(fieldOf({ index: 1 })).toBe('audience.conditions[1]');
  expect(fieldOf({ group: 1, index: 0 })).toBe('audience.groups[1].conditions[0]');
});

it('is for everyone where no group has a condition', () => {
  expect(isEveryone(EVERYONE)).toBe(true);
  expect(isEveryone({ ...EVERYONE, groups: [{ match: 'any', conditions: [] }] })).toBe(true);
  expect(isEveryone(addGroup(EVERYONE, tag))).toBe(false);
});

it('begins a total in the currency most orders are in', () => {
  const total = { code: 'total', label: 'Total', entry: 'AMOUNTS' as const, choices: [{ value: 'SEK', label: 'SEK' }] };
  expect(newCondition(total)).toEqual({ kind: 'total', values: ['SEK'] });
  expect(newCondition({ ...total, choices: [] }).values).toEqual([]);
  expect(newCondition({ ...total, code: 'country', entry: 'CHOICES' }).values).toEqual([]);
});
