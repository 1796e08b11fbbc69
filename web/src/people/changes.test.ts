import { describe, expect, it } from 'vitest';
import { differences, pathWords, subjectOf } from './changes';

const change = { seq: 1, at: '', by: 'Noor', area: 'notice', subject: 'On its way', action: 'changed' };

describe('what changed', () => {
  it('names places in words, lists counted from one', () => {
    expect(pathWords('sender.fromName')).toBe('sender, from name');
    expect(pathWords('texts[0].body')).toBe('texts, 1, body');
    expect(pathWords('"de-AT".subject')).toBe('de-AT, subject');
    expect(pathWords('')).toBe('');
  });
  it('puts before and after side by side', () => {
    expect(
      differences({ ...change, before: { live: false, name: 'A' }, after: { live: true, 'timing.after': 'PT15M' } }),
    ).toEqual([
      { path: 'live', was: 'no', became: 'yes' },
      { path: 'name', was: 'A', became: undefined },
      { path: 'timing, after', was: undefined, became: 'PT15M' },
    ]);
    expect(differences({ ...change })).toEqual([]);
  });
  it('names settings as the screens do', () => {
    expect(subjectOf({ ...change, area: 'setting', subject: 'daily.limit' })).toBe('Daily limit');
    expect(subjectOf({ ...change, area: 'setting', subject: 'brand.shop.kites' })).toBe('Brand of kites');
    expect(subjectOf({ ...change })).toBe('On its way');
  });
});
