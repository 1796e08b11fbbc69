import type { Schemas } from '../api/client';

/**
 * Pieces of each article that no parcel has, for proposing what goes into the next one. Empty where a parcel doesn't
 * say what is in it, since it may hold everything, and where nothing is left.
 */
export function itemsLeft(order: Pick<Schemas['OrderView'], 'items' | 'parcels'>): Record<string, number> {
  if (order.parcels.length === 0 || order.parcels.some((p) => p.items.length === 0)) return {};
  const left = new Map<string, number>();
  for (const item of order.items) if (item.sku) left.set(item.sku, (left.get(item.sku) ?? 0) + item.quantity);
  for (const parcel of order.parcels)
    for (const item of parcel.items) left.set(item.sku, (left.get(item.sku) ?? 0) - item.quantity);
  return Object.fromEntries([...left].filter(([, quantity]) => quantity > 0));
}
