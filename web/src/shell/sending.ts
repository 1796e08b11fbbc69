import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';

export const ALL = 'all';
export const ofChannel = (channel: string) => `channel/${channel}`;
export const ofNotice = (id: string) => `notice/${id}`;

/** What is stopped, and by whom: "All sending was stopped by ann", "“Delivered” was stopped by itself". */
export function stopWords(stop: Schemas['HeldSending']): string {
  const what = stop.channel
    ? `Sending by ${channelLabel(stop.channel)}`
    : stop.notice
      ? `“${stop.notice}”`
      : 'All sending';
  return stop.by ? `${what} was stopped by ${stop.by}` : `${what} was stopped: ${stop.reason ?? ''}`;
}
