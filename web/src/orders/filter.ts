import type { OrderFilter, Schemas } from '../api/client';
import { counted, stageWords } from '../words';

/** The filter of the list and the address it is kept in. Pure, so that it can be tested without a screen. */

export const NAMES: (keyof OrderFilter)[] = [
  'stage',
  'search',
  'shop',
  'carrier',
  'country',
  'payment',
  'tag',
  'noContact',
  'message',
  'quietDays',
  'askedToCancel',
];

/** Orders with a message that went wrong or is held up, in words. */
export const MESSAGE_WORDS: Record<string, string> = {
  unsure: 'message unsure',
  failed: 'message failed',
  waiting: 'message waiting',
  withheld: 'message skipped',
};

export function fromAddress(params: URLSearchParams): OrderFilter {
  return Object.fromEntries(NAMES.flatMap((n) => (params.get(n) ? [[n, params.get(n)!]] : [])));
}

export function toAddress(filter: OrderFilter): string {
  const filled = NAMES.flatMap((n) => (filter[n] ? [[n, filter[n]!]] : []));
  return filled.length ? `?${new URLSearchParams(filled)}` : '';
}

/** One condition in words: "by Skerry Post", "quiet for 3 days". */
export function words(name: keyof OrderFilter, value: string, choices?: Schemas['Choices']): string {
  switch (name) {
    case 'stage':
      return stageWords(value);
    case 'search':
      return `“${value}”`;
    case 'shop':
      return `from ${value}`;
    case 'carrier':
      return `by ${choices?.carriers.find((c) => c.key === value)?.name ?? value}`;
    case 'country':
      return `to ${value}`;
    case 'payment':
      return value === 'cash-on-delivery' ? 'cash on delivery' : value;
    case 'tag':
      return `tagged ${value}`;
    case 'noContact':
      return 'no contact details';
    case 'message':
      return MESSAGE_WORDS[value] ?? value;
    case 'askedToCancel':
      return 'cancellation requested';
    case 'quietDays':
      return `no scan for ${counted(Number(value), 'day')}`;
  }
}
