import { chat } from './chat';
import { email } from './email';
import { sms } from './sms';
import type { ChannelUi } from './types';

/** Every channel, in the order in which screens list them. */
export const CHANNELS: ChannelUi[] = [email, sms, chat];

const BY_CODE = new Map(CHANNELS.map((c) => [c.code, c]));

export function channelOf(code: string): ChannelUi | undefined {
  return BY_CODE.get(code);
}

/** "E-mail" for email; a code that nobody knows stands for itself. */
export function channelLabel(code: string): string {
  return BY_CODE.get(code)?.label ?? code;
}

/** A channel by its name, and its account's where that has one. */
export function accountLabel(gateway: { channel: string; account?: object | null }) {
  const name = (gateway.account as { name?: string } | undefined)?.name;
  return name ? `${channelLabel(gateway.channel)} (${name})` : channelLabel(gateway.channel);
}
