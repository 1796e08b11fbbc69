import type { Schemas } from '../api/client';
import { CHANNELS } from '../channels';
import { LINE, PARCEL_STAGES } from '../route/geometry';
import { NO_NAMES } from './planNames';
import { withTrigger } from './timing';

type Notice = Schemas['NoticeBody'];

/** Where a pennant hangs on the line: a stop, and the band of a channel. */
export type Spot = { stage: string; channel: string };

/** How often an order stage can speak of one order. */
const fitPer = (stage: string, per: Notice['per']): Notice['per'] => {
  if (!PARCEL_STAGES.includes(stage)) return 'order';
  return per === 'order' ? 'parcel' : per;
};

/**
 * The notice after one of its pennants was dropped somewhere: at another stop it is sent there, in another band it is
 * sent over that channel as well. Undefined where nothing changes.
 */
export function moved(notice: Notice, to: Spot): Notice | undefined {
  // Elsewhere it is counted from that stop, and so no part of a series any more.
  const stage = to.stage === notice.stage ? {} : { ...withTrigger(to.stage, NO_NAMES), series: undefined };
  const channels = notice.channels ?? [];
  const next: Notice = {
    ...notice,
    ...stage,
    channels: channels.includes(to.channel) ? channels : [...channels, to.channel],
  };
  if (to.stage !== notice.stage) next.per = fitPer(to.stage, notice.per);
  return next.stage === notice.stage && next.channels?.length === channels.length ? undefined : next;
}

/** The spot that an arrow key leads to; undefined where the plan ends. */
export function neighbour(from: Spot, key: string): Spot | undefined {
  const codes = CHANNELS.map((c) => c.code);
  const at = LINE.indexOf(from.stage);
  const band = codes.indexOf(from.channel);
  const stage = LINE[at + (key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0)];
  const channel = codes[band + (key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0)];
  return stage && channel && (stage !== from.stage || channel !== from.channel) ? { stage, channel } : undefined;
}

/** An identity for a place to drop at, and back. */
export const spotId = (spot: Spot) => `${spot.stage}/${spot.channel}`;
export function spotOf(id: string): Spot {
  const [stage, channel] = id.split('/');
  return { stage, channel };
}
