import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { expectedSoon, planWords, versionChanges, withNotice } from './life';

const notice = (part: Partial<Schemas['NoticeBody']>) =>
  ({
    name: 'On its way',
    state: 'draft',
    stage: 'dispatched',
    after: 'PT0S',
    channels: ['email'],
    rule: 'first-that-works',
    per: 'parcel',
    ageLimit: 'PT48H',
    buttons: [],
    ...part,
  }) as Schemas['NoticeBody'];

describe('what a version changed', () => {
  it('says each part in words, and nothing of the others', () => {
    const before = { notice: notice({}), audience: 'everyone' };
    const after = {
      notice: notice({ state: 'live', after: 'PT15M', channels: ['sms', 'email'] }),
      audience: 'for orders to Austria',
    };
    expect(versionChanges(after, before)).toEqual([
      'State: draft → live',
      'Delay: none → 15 minutes',
      'For: everyone → for orders to Austria',
      'Channels: E-mail → SMS or else E-mail',
      'Next channel after: none → at once',
    ]);
    expect(versionChanges(before, before)).toEqual([]);
  });

  it('says how it began and ended', () => {
    const some = { notice: notice({}), audience: 'everyone' };
    expect(versionChanges(some, undefined)).toEqual(['Created']);
    expect(versionChanges({}, some)).toEqual(['Deleted']);
    expect(versionChanges(some, {})).toEqual(['Restored']);
  });

  it('shows every part of a rule, so that no change goes unsaid', () => {
    const before = { notice: notice({}), audience: 'everyone' };
    const parts: Partial<Schemas['NoticeBody']>[] = [
      { name: 'Other' },
      { state: 'paused' },
      { stage: 'delivered' },
      { quietDays: 3 },
      { after: 'PT1H' },
      { days: { count: 2, working: true } },
      { window: { from: '08:00', to: '20:00' } },
      { per: 'order' },
      { ageLimit: 'PT24H' },
      { recall: 'PT5M' },
      { channels: ['sms'] },
      { buttons: [{ id: 'a', label: 'Yes', tag: 'yes', refuses: false }] },
    ];
    for (const part of parts)
      expect(versionChanges({ notice: notice(part), audience: 'everyone' }, before), JSON.stringify(part)).not.toEqual(
        [],
      );
    const two = { notice: notice({ channels: ['sms', 'email'], fallbackAfter: 'PT10M' }), audience: 'everyone' };
    expect(versionChanges({ ...two, notice: { ...two.notice, rule: 'all' } }, two)).not.toEqual([]);
    expect(versionChanges({ ...two, notice: { ...two.notice, fallbackAfter: 'PT5M' } }, two)).not.toEqual([]);
  });
});

it('puts a saved notice at its place, and a new one at the end', () => {
  const view = (id: string, name: string) => ({ id, notice: notice({ name }) }) as Schemas['NoticeView'];
  const plan = { notices: [view('a', 'A'), view('b', 'B')], carriers: [], shops: [] } as Schemas['Plan'];
  expect(withNotice(plan, view('a', 'Other')).notices.map((n) => n.notice.name)).toEqual(['Other', 'B']);
  expect(withNotice(plan, view('c', 'C')).notices.map((n) => n.id)).toEqual(['a', 'b', 'c']);
});

it('counts a plan by its states', () => {
  const of = (...states: string[]) => states.map((state) => notice({ state }));
  expect(planWords(of('live', 'live', 'trial', 'draft', 'draft', 'paused'))).toBe(
    '2 live, 1 on trial, 2 drafts, 1 paused',
  );
  expect(planWords(of('draft'))).toBe('0 live, 1 draft');
});

it('expects of the next hours what the same hours brought', () => {
  const hours = Array.from({ length: 168 }, () => 0);
  hours[0] = 8; // Monday, 00:00 UTC
  hours[167] = 4; // Sunday, 23:00 UTC
  const month = { from: '2026-10-26T00:00:00Z', to: '2026-11-23T00:00:00Z' }; // four weeks
  expect(expectedSoon(hours, month, '2026-11-22T23:10:00Z', 2)).toBe(3);
  expect(expectedSoon(hours, month, '2026-11-23T00:10:00Z', 6)).toBe(2);
  expect(expectedSoon(hours, month, '2026-11-24T12:00:00Z', 6)).toBe(0);
});
