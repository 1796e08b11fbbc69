import type { Schemas } from '../api/client';
import { counted } from '../words';

/** As many as the server takes in one call with room to spare: each part is kept before the next is sent. */
export const PART = 500;

/** What came of all parts. */
export type Total = Pick<Schemas['Done'], 'what' | 'messages' | 'refused' | 'askedToCancel' | 'undoSeconds'> & {
  /** To undo them by, the last one first. */
  changes: number[];
  handled: number;
};

/**
 * Does something to many orders in parts, one after the other.
 *
 * @param onPart told after each part how many orders were handled
 * @param isStopped asked before each part; true ends the work with what was done
 * @throws what a part threw, if nothing was done before; else the error stands in `failure`
 */
export async function inParts<T>(
  all: T[],
  work: (part: T[]) => Promise<Schemas['Done']>,
  onPart: (handled: number) => void = () => {},
  isStopped: () => boolean = () => false,
): Promise<Total & { failure?: Error }> {
  const total: Total & { failure?: Error } = {
    what: '',
    messages: 0,
    refused: [],
    askedToCancel: [],
    undoSeconds: 0,
    changes: [],
    handled: 0,
  };
  let done = 0;
  for (let at = 0; at < all.length && !isStopped(); at += PART) {
    const part = all.slice(at, at + PART);
    try {
      const d = await work(part);
      done += d.done;
      total.what = d.what.replace(/^\d+ orders?/, counted(done, 'order'));
      total.messages += d.messages;
      total.refused.push(...d.refused);
      total.askedToCancel.push(...d.askedToCancel);
      if (d.messages > 0) total.undoSeconds = d.undoSeconds;
      if (d.changeId != null) total.changes.unshift(d.changeId);
    } catch (e) {
      if (at === 0) throw e;
      total.failure = e as Error;
      break;
    }
    total.handled = at + part.length;
    onPart(total.handled);
  }
  return total;
}
