import stages from './stages.json';

/** The stages as the server has them (stages.json is compared with its table). Every place lays its own things at the same x. */
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
export const PLAN_GEOMETRY: Geometry = { from: 196, to: 826 };
export const ORDERS_GEOMETRY: Geometry = { from: 520, to: 850 };

/** x of a stage's stop in pixels. */
export function x(geometry: Geometry, stage: string): number {
  return geometry.from + ((geometry.to - geometry.from) * onLine(stage)) / (LINE.length - 1);
}
