import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { countryWords, money } from '../words';

/** What moves a sum, for a person. */
export const KINDS: Record<string, string> = {
  'top-up': 'Paid in',
  hold: 'Held for a message',
  adjust: 'Held more or less',
  charge: 'Message sent',
  release: 'Given back',
  test: 'Test message',
  reply: 'Answer by hand',
  correction: 'Correction',
};

/** A sum to the cent, where the ledger keeps four decimals. */
export const cents = (amount: string, currency: string) => money(Number(amount).toFixed(2), currency);

/** What a line did to the credit that is available: nothing where it moved from held to spent. */
export function effect(line: Schemas['LedgerLine']): number {
  if (line.to === 'available') return Number(line.amount);
  return line.from === 'available' ? -Number(line.amount) : 0;
}

/** "+0.15 EUR", "−0.15 EUR", or nothing. */
export function effectWords(line: Schemas['LedgerLine'], currency: string): string {
  const sum = effect(line);
  if (sum === 0) return '';
  return `${sum > 0 ? '+' : '−'}${money(line.amount, currency)}`;
}

/** The months to choose from: this one and the eleven before. */
export function months(now: string): { value: string; label: string }[] {
  const at = new Date(now);
  return Array.from({ length: 12 }, (_, i) => {
    const month = new Date(Date.UTC(at.getUTCFullYear(), at.getUTCMonth() - i, 1));
    return {
      value: month.toISOString().slice(0, 7),
      label: month.toLocaleDateString('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' }),
    };
  });
}

/** "Tue 1 Dec" of a day without a time. */
export const dayWords = (day: string) =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });

/** What happens where a price ends and the next begins later, or none does. */
export function gapWords(gap: Schemas['PriceGap']): string {
  const where = gap.country ? `for ${countryWords(gap.country)}` : 'for all other countries';
  return `The ${channelLabel(gap.channel)} price ${where} ends on ${gap.ends}. It stays in use until ${gap.next ?? 'there is a new one'}.`;
}
