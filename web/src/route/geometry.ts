/** Where the stops of the route stand. Every place lays its own things at the same x. */
export const LINE = ['ordered', 'packed', 'dispatched', 'in-transit', 'out-for-delivery', 'delivered'];
export const SIDE = ['attempted', 'ready-for-collection', 'delayed', 'returning', 'returned', 'cancelled', 'refunded'];
const LINE_OF: Record<string, number> = {
  attempted: 4,
  'ready-for-collection': 4,
  delayed: 3,
  returning: 5,
  returned: 5,
  cancelled: 5,
  refunded: 5,
  'partly-dispatched': 2,
  'partly-delivered': 5,
};

/** Position on the line of any stage, 0 to 5. */
export function onLine(stage: string): number {
  const i = LINE.indexOf(stage);
  return i >= 0 ? i : (LINE_OF[stage] ?? 0);
}

export type Geometry = { from: number; to: number };
export const PLAN_GEOMETRY: Geometry = { from: 196, to: 826 };
export const ORDERS_GEOMETRY: Geometry = { from: 520, to: 850 };

/** x of a stage's stop in pixels. */
export function x(geometry: Geometry, stage: string): number {
  return geometry.from + ((geometry.to - geometry.from) * onLine(stage)) / (LINE.length - 1);
}
