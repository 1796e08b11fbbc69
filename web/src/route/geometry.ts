import stages from './stages.json';

/**
 * The stages as the server has them (stages.json is compared with its table). Every place lays its own things at the
 * same x.
 */
export const LINE = stages.filter((s) => !s.side).map((s) => s.code);
export const SIDE = stages.filter((s) => s.side).map((s) => s.code);

/** Stages that a parcel can be at; the others are those of an order as a whole. */
export const PARCEL_STAGES = stages.filter((s) => !s.ofOrder).map((s) => s.code);

/** The words beyond a parcel's stages: an order whose parcels stand on both sides of a stop. */
const PARTLY: Record<string, number> = { 'partly-dispatched': 2, 'partly-delivered': 5 };
const POSITION = new Map(stages.map((s) => [s.code, s.position]));

/** Position on the line of any stage, 0 to 5. */
export function onLine(stage: string): number {
  return POSITION.get(stage) ?? PARTLY[stage] ?? 0;
}

export type Geometry = { from: number; to: number };

/** Widths of the window from which a place has room for more; the style sheet has the same. */
export const WIDE = 1240;
export const MIDDLE = 1000;

/** The line of Plan and of places without a list: from one stop to the next there is room for a pennant. */
export function planGeometry(width: number): Geometry {
  if (width >= WIDE) return { from: 196, to: 826 };
  return width >= MIDDLE ? { from: 190, to: width - 388 } : { from: 190, to: width - 64 };
}

/** The line of Orders: right of the columns that the list has room for, left of the panel. */
export function ordersGeometry(width: number): Geometry {
  if (width >= WIDE) return { from: 560, to: 850 };
  return width >= MIDDLE ? { from: 326, to: width - 384 } : { from: 214, to: width - 336 };
}

/** x of a stage's stop in pixels. */
export function x(geometry: Geometry, stage: string): number {
  return geometry.from + ((geometry.to - geometry.from) * onLine(stage)) / (LINE.length - 1);
}
