import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';

const CHANNELS = ['email', 'sms', 'whatsapp'] as const;

/** "E-mail yes, SMS no"; what an order says nothing about is left out. */
export function consentWords(c: Pick<Schemas['CustomerConsent'], (typeof CHANNELS)[number]>): string {
  const said = CHANNELS.filter((channel) => c[channel] != null).map(
    (channel) => `${channelLabel(channel)} ${c[channel] ? 'yes' : 'no'}`,
  );
  return said.length > 0 ? said.join(', ') : 'nothing said';
}

/** Of all orders, the newest first; what goes to the team isn’t the customer’s. */
export function messagesOf(orders: Schemas['OrderView'][]): Schemas['MessageView'][] {
  return orders
    .flatMap((o) => o.messages.filter((m) => !m.trial && !m.copy))
    .sort((a, b) => (b.sentAt ?? b.dueAt).localeCompare(a.sentAt ?? a.dueAt));
}
