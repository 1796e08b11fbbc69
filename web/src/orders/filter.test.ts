import { expect, it } from 'vitest';
import { fromAddress, toAddress, words } from './filter';

it('keeps a filter in the address and finds it there again', () => {
  const filter = { stage: 'in-transit', search: 'zoë & co', quietDays: '3', noContact: 'true' };
  expect(fromAddress(new URLSearchParams(toAddress(filter)))).toEqual(filter);
  expect(toAddress({})).toBe('');
  expect(fromAddress(new URLSearchParams('?evil=1&tag='))).toEqual({});
});

it('says conditions in words', () => {
  expect([
    words('quietDays', '1'),
    words('quietDays', '4'),
    words('payment', 'cash-on-delivery'),
    words('carrier', 'x'),
  ]).toEqual(['no scan for 1 day', 'no scan for 4 days', 'cash on delivery', 'by x']);
});

it('finds orders by what became of their messages', () => {
  expect(toAddress({ message: 'unsure' })).toBe('?message=unsure');
  expect(words('message', 'failed')).toBe('message failed');
});
