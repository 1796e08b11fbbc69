import { expect, it } from 'vitest';
import { inParts, PART } from './inParts';

const orders = (n: number) => Array.from({ length: n }, (_, i) => i);
let change = 0;
const work = async (part: number[]) => ({
  changeId: ++change,
  what: `${part.length} orders marked as packed`,
  done: part.length,
  messages: 1,
  refused: part.includes(3) ? ['3: it has no tracking number'] : [],
  askedToCancel: [],
  undoSeconds: 60,
});

it('does many in parts and says what came of all of them', async () => {
  change = 0;
  const told: number[] = [];
  const total = await inParts(orders(2 * PART + 1), work, (n) => told.push(n));
  expect(told).toEqual([PART, 2 * PART, 2 * PART + 1]);
  expect(total.what).toBe(`${2 * PART + 1} orders marked as packed`);
  expect(total.messages).toBe(3);
  expect(total.undoSeconds).toBe(60);
  expect(total.refused).toEqual(['3: it has no tracking number']);
  expect(total.changes).toEqual([3, 2, 1]);
});

it('says one order as one', async () => {
  const total = await inParts(orders(1), async () => ({ ...(await work([0])), what: '1 order tagged vip' }));
  expect(total.what).toBe('1 order tagged vip');
});

it('stops before the next part, and what was done can be undone', async () => {
  change = 0;
  let stopped = false;
  const total = await inParts(
    orders(3 * PART),
    work,
    () => {
      stopped = true;
    },
    () => stopped,
  );
  expect(total.handled).toBe(PART);
  expect(total.changes).toEqual([1]);
});

it('keeps what was done where a later part fails, and throws where the first one does', async () => {
  change = 0;
  const failing = async (part: number[]) => {
    if (part[0] > 0) throw new Error('Upbeat Herald does not answer');
    return work(part);
  };
  const total = await inParts(orders(2 * PART), failing);
  expect(total).toMatchObject({ handled: PART, changes: [1], failure: { message: 'Upbeat Herald does not answer' } });
  await expect(inParts([1], failing)).rejects.toThrow('does not answer');
});
