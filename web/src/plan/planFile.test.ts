import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { canTake, kindWords, rowChanges, textWords } from './planFile';

type Row = Schemas['NoticeComparison'];

const rule = (over: object): Schemas['ComparedRule'] =>
  ({
    audience: 'everyone',
    notice: { name: 'Delivered', state: 'live', stage: 'delivered', after: 'PT0S', channels: ['sms'], ...over },
  }) as Schemas['ComparedRule'];

const row = (over: object): Row =>
  ({ id: 'd', name: 'Delivered', kind: 'changed', texts: [], problems: [], before: rule({}), ...over }) as Row;

const everyone = {} as Schemas['Variant'];

describe('a plan file beside the plan', () => {
  it('says what changes, and that a live notice speaks so at once', () => {
    expect(rowChanges(row({ after: rule({ after: 'PT2H' }) }))).toEqual([
      'Delay: none → 2 hours',
      'It’s live, so this applies to the next messages',
    ]);
  });

  it('names the texts that change', () => {
    expect(textWords({ channel: 'sms', language: 'sv', variant: everyone, kind: 'changed' })).toBe(
      'SMS text in Swedish: changed',
    );
    expect(textWords({ channel: 'email', language: 'de', variant: { country: 'AT' } as never, kind: 'added' })).toBe(
      'E-mail text in German for orders to Austria: new',
    );
  });

  it('offers what is new or differs, and nothing that can’t be used', () => {
    expect(canTake(row({}))).toBe(true);
    expect(canTake(row({ kind: 'added' }))).toBe(true);
    expect(canTake(row({ kind: 'same' }))).toBe(false);
    expect(canTake(row({ kind: 'only-here' }))).toBe(false);
    expect(canTake(row({ problems: ['There is no carrier "x"'] }))).toBe(false);
  });

  it('says why a notice can’t be used', () => {
    const bad = row({ problems: ['There is no carrier "x"'] });
    expect(kindWords(bad)).toBe('can’t be used');
    expect(rowChanges(bad)).toEqual(['There is no carrier "x"']);
  });

  it('says that what is new comes as a draft', () => {
    expect(rowChanges(row({ kind: 'added', before: undefined }))).toEqual(['Comes as a draft']);
  });
});
