import { describe, expect, it } from 'vitest';
import { cents, dayWords, effect, effectWords, gapWords, months } from './credit';

const line = (from: string, to: string, amount: string) => ({ seq: 1, at: '', kind: 'hold', from, to, amount });

describe('credit', () => {
  it('shows sums to the cent and prices as they are', () => {
    expect(cents('12.3456', 'EUR')).toBe('12.35 EUR');
    expect(cents('-3', 'EUR')).toBe('-3.00 EUR');
  });
  it('says what a line did to what is left', () => {
    expect(effect(line('available', 'held', '0.15'))).toBe(-0.15);
    expect(effect(line('held', 'spent', '0.15'))).toBe(0);
    expect(effectWords(line('payments', 'available', '100.0000'), 'EUR')).toBe('+100.00 EUR');
    expect(effectWords(line('available', 'held', '0.0725'), 'EUR')).toBe('−0.0725 EUR');
    expect(effectWords(line('held', 'spent', '1'), 'EUR')).toBe('');
  });
  it('says what happens in a gap', () => {
    expect(gapWords({ channel: 'sms', country: 'DE', ends: '2026-12-31' })).toBe(
      'The SMS price for Germany ends on 2026-12-31. It stays in use until there is a new one.',
    );
    expect(gapWords({ channel: 'sms', ends: '2026-06-30', next: '2026-09-01' })).toBe(
      'The SMS price for all other countries ends on 2026-06-30. It stays in use until 2026-09-01.',
    );
  });
  it('offers this month and the eleven before', () => {
    const all = months('2026-02-10T12:00:00Z');
    expect(all).toHaveLength(12);
    expect(all[0]).toEqual({ value: '2026-02', label: 'February 2026' });
    expect(all[2].value).toBe('2025-12');
    expect(dayWords('2026-12-01')).toMatch(/^Tue,? 1 Dec$/);
  });
});
