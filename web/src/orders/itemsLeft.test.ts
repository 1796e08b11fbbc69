import { expect, it } from 'vitest';
import { itemsLeft } from './itemsLeft';

type Order = Parameters<typeof itemsLeft>[0];
const item = (sku: string | undefined, quantity: number) => ({ sku, quantity, name: 'A kite' });
const order = (items: ReturnType<typeof item>[], ...parcels: { sku: string; quantity: number }[][]) =>
  ({ items, parcels: parcels.map((its) => ({ items: its })) }) as unknown as Order;

it('proposes what no parcel has', () => {
  expect(itemsLeft(order([item('K', 3), item('T', 1)], [{ sku: 'K', quantity: 1 }]))).toEqual({ K: 2, T: 1 });
});

it('adds up lines of one article, and leaves out what is all sent', () => {
  const lines = [item('K', 1), item('K', 1), item('T', 1)];
  expect(itemsLeft(order(lines, [{ sku: 'K', quantity: 1 }], [{ sku: 'T', quantity: 1 }]))).toEqual({ K: 1 });
  expect(itemsLeft(order([item('T', 1)], [{ sku: 'T', quantity: 2 }]))).toEqual({});
});

it('proposes nothing where it can’t know', () => {
  expect(itemsLeft(order([item('K', 2)]))).toEqual({});
  expect(itemsLeft(order([item('K', 2)], [], [{ sku: 'K', quantity: 1 }]))).toEqual({});
  expect(itemsLeft(order([item(undefined, 2)], [{ sku: 'K', quantity: 1 }]))).toEqual({});
});
