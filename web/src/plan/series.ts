import type { Schemas } from '../api/client';
import { listed } from '../words';
import type { PlanNames } from './planNames';

/** What can end a series, in the order of the form. */
export const ENDS: { value: string; label: string; when: string }[] = [
  { value: 'answer', label: 'the customer answers one of its questions', when: 'the customer answers' },
  { value: 'refund', label: 'the order is cancelled or refunded', when: 'the order is cancelled or refunded' },
  { value: 'return', label: 'a parcel is returned', when: 'a parcel is returned' },
  {
    value: 'complaint',
    label: 'the customer complains or asks for no more messages (stop list)',
    when: 'the customer is put on the stop list',
  },
  { value: 'next-order', label: 'the customer places another order', when: 'the customer orders again' },
];

/** "the customer answers, a parcel is returned or the order is tagged “angry”"; empty where nothing ends it. */
export function endWords(series: Schemas['SeriesBody']): string {
  const tags = (series.endTags ?? []).map((t) => `“${t}”`);
  return listed(
    [
      ...ENDS.filter((e) => series.ends?.includes(e.value)).map((e) => e.when),
      ...(tags.length > 0 ? [`the order is tagged ${listed(tags, 'or')}`] : []),
    ],
    'or',
  );
}

/** How long after its start a notice of a series is sent, to put them in order; in minutes. */
export function stepTime(notice: Schemas['NoticeBody'], minutes: (duration: string | undefined) => number): number {
  return (notice.days?.count ?? 0) * 1440 + minutes(notice.after);
}

/** A notice in a series is counted from what the series begins with, and told once an order. */
export function withSeries(id: string, names: PlanNames): Partial<Schemas['NoticeBody']> {
  const series = names.series.find((s) => s.id === id)?.series;
  if (!series) return { series: undefined };
  const { stage, quietDays, answer } = series;
  return { series: id, stage, quietDays, answer, per: 'order' };
}
