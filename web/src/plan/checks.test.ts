import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { byNotice, isGrave, placeOf } from './checks';

const finding = (part: Partial<Schemas['PlanFinding']>) =>
  ({ kind: 'held', text: 'x', count: 0, ...part }) as Schemas['PlanFinding'];

describe('the way to a finding', () => {
  it('leads to the text, the brand or the notice', () => {
    expect(placeOf(finding({ kind: 'missing-language', noticeId: 'a b', channel: 'sms' }))).toBe('/wording/a%20b/sms');
    expect(placeOf(finding({ kind: 'brand-gap', channel: 'email' }))).toBe('/setup/brand');
    expect(placeOf(finding({ kind: 'silent', noticeId: 'n' }))).toBe('/plan/n');
    expect(placeOf(finding({ kind: 'held' }))).toBe('/plan');
  });

  it('tells what keeps messages back from the rest', () => {
    expect([isGrave(finding({ kind: 'held' })), isGrave(finding({ kind: 'just-over' }))]).toEqual([true, false]);
  });
});

it('puts the findings of a notice together', () => {
  const all = byNotice([finding({ noticeId: 'a' }), finding({}), finding({ noticeId: 'a', kind: 'silent' })]);
  expect([...all].map(([id, f]) => [id, f.length])).toEqual([
    ['a', 2],
    ['', 1],
  ]);
});
