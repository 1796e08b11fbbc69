import { expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { consentWords, messagesOf } from './customer';

it('says what an order says of consent', () => {
  expect(consentWords({ email: true, sms: false })).toBe('E-mail yes, SMS no');
  expect(consentWords({})).toBe('nothing said');
});

it('lists the messages of all orders, the newest first, without the team’s', () => {
  const message = (id: string, at: string, trial = false) =>
    ({ id, dueAt: at, sentAt: undefined, trial, copy: false }) as unknown as Schemas['MessageView'];
  const orders = [
    { messages: [message('a', '2026-11-01T08:00:00Z'), message('t', '2026-11-05T08:00:00Z', true)] },
    { messages: [message('b', '2026-11-02T08:00:00Z')] },
  ] as unknown as Schemas['OrderView'][];
  expect(messagesOf(orders).map((m) => m.id)).toEqual(['b', 'a']);
});
