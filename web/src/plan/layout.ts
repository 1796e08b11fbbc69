import type { Schemas } from '../api/client';
import { LINE } from '../route/geometry';

export const PENNANT_HEIGHT = 104;
const BAND_PADDING = 12;
export const EMPTY_BAND = 128;

export type Hung = { view: Schemas['NoticeView']; channel: string; row: number };

/** Hangs the notices of one channel at their stops of the line; those at the same stop hang below one another. */
export function hang(notices: Schemas['NoticeView'][], channel: string): Hung[] {
  const used = new Map<string, number>();
  return notices
    .filter((n) => LINE.includes(n.notice.stage ?? '') && n.notice.channels?.includes(channel))
    .map((view) => {
      const at = view.notice.stage ?? '';
      const row = used.get(at) ?? 0;
      used.set(at, row + 1);
      return { view, channel, row };
    });
}

export function bandHeight(hung: Hung[]): number {
  const rows = hung.reduce((most, h) => Math.max(most, h.row + 1), 0);
  return rows === 0 ? EMPTY_BAND : rows * PENNANT_HEIGHT + 2 * BAND_PADDING;
}

export function top(row: number): number {
  return BAND_PADDING + row * PENNANT_HEIGHT;
}

/** How many hang at a stop. */
export function rowsAt(hung: Hung[], stage: string): number {
  return hung.filter((h) => h.view.notice.stage === stage).length;
}

/** Whether this channel is asked first, or what it stands by for. */
export function turn(
  notice: Schemas['NoticeBody'],
  channel: string,
  label: (code: string) => string,
): string | undefined {
  const channels = notice.channels ?? [];
  const i = channels.indexOf(channel);
  return notice.rule === 'all' || i <= 0 ? undefined : `if no ${label(channels[i - 1])}`;
}
