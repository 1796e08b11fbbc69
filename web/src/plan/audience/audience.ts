import type { Schemas } from '../../api/client';

export type Audience = Schemas['Audience'];
export type Condition = Schemas['Condition'];
export type Match = Audience['match'];
/** Where a condition stands: in a group, or, without one, in the audience itself. */
export type Spot = { group?: number; index: number };

export const EVERYONE: Audience = { match: 'all', conditions: [], groups: [] };

/** How a kind's total begins: in the currency that most orders are in. */
export function newCondition(kind: Schemas['Kind']): Condition {
  const currency = kind.entry === 'AMOUNTS' ? kind.choices[0]?.value : undefined;
  return { kind: kind.code, values: currency ? [currency] : [] };
}

const changedList = (audience: Audience, group: number | undefined, change: (list: Condition[]) => Condition[]) =>
  group === undefined
    ? { ...audience, conditions: change(audience.conditions) }
    : {
        ...audience,
        groups: audience.groups.map((g, i) => (i === group ? { ...g, conditions: change(g.conditions) } : g)),
      };

export const addCondition = (audience: Audience, group: number | undefined, condition: Condition) =>
  changedList(audience, group, (list) => [...list, condition]);

export const setCondition = (audience: Audience, at: Spot, condition: Condition) =>
  changedList(audience, at.group, (list) => list.map((c, i) => (i === at.index ? condition : c)));

/** A group goes with its last condition. */
export function removeCondition(audience: Audience, at: Spot): Audience {
  const left = changedList(audience, at.group, (list) => list.filter((_, i) => i !== at.index));
  return { ...left, groups: left.groups.filter((g, i) => i !== at.group || g.conditions.length > 0) };
}

export function addGroup(audience: Audience, condition: Condition): Audience {
  const match: Match = audience.match === 'all' ? 'any' : 'all';
  return { ...audience, groups: [...audience.groups, { match, conditions: [condition] }] };
}

export const setMatch = (audience: Audience, group: number | undefined, match: Match): Audience =>
  group === undefined
    ? { ...audience, match }
    : { ...audience, groups: audience.groups.map((g, i) => (i === group ? { ...g, match } : g)) };

export const isEveryone = (audience: Audience) =>
  audience.conditions.length === 0 && audience.groups.every((g) => g.conditions.length === 0);

/** The place of a condition in the list that the server counts by: those of groups after the others. */
export function positionOf(audience: Audience, at: Spot): number {
  if (at.group === undefined) return at.index;
  const before = audience.groups.slice(0, at.group).reduce((sum, g) => sum + g.conditions.length, 0);
  return audience.conditions.length + before + at.index;
}

/** The name the server gives a condition when it refuses it. */
export const fieldOf = (at: Spot) =>
  at.group === undefined ? `audience.conditions[${at.index}]` : `audience.groups[${at.group}].conditions[${at.index}]`;
