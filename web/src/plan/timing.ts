import type { Schemas } from '../api/client';
import { counted, delayWords, eventWords, listed, minutes, toDuration } from '../words';

type Notice = Schemas['NoticeBody'];
export type Unit = 'minutes' | 'hours' | 'days' | 'working-days';
/** A delay as the form shows it; `at` is a time of day to wait for, or empty for that of the event. */
export type Delay = { count: number; unit: Unit; at: string };

/** Chosen in place of a stage: the carrier has been silent for days. */
export const QUIET = 'quiet';
/** As long as the list of orders without a scan begins with. */
export const DEFAULT_QUIET_DAYS = 5;

/** What sets a notice off. A silence stands beside the stage that its texts fit. */
export const withTrigger = (chosen: string, notice: Notice): Pick<Notice, 'stage' | 'quietDays' | 'per'> =>
  chosen === QUIET
    ? { stage: 'delayed', quietDays: DEFAULT_QUIET_DAYS, per: 'parcel' }
    : { stage: chosen, quietDays: undefined, per: notice.per };

/** "a parcel is dispatched", "a parcel has had no scan for 5 days". */
export const triggerWords = (notice: Notice) =>
  notice.quietDays
    ? `a parcel has had no scan for ${counted(notice.quietDays, 'day')}`
    : eventWords(notice.stage ?? '');

export const UNITS: { value: Unit; label: string }[] = [
  { value: 'minutes', label: 'minutes' },
  { value: 'hours', label: 'hours' },
  { value: 'days', label: 'days' },
  { value: 'working-days', label: 'working days' },
];

export const isByDay = (unit: Unit) => unit === 'days' || unit === 'working-days';

export function delayOf(notice: Notice): Delay {
  if (notice.days)
    return {
      count: notice.days.count,
      unit: notice.days.working ? 'working-days' : 'days',
      at: notice.days.at ?? '',
    };
  const total = minutes(notice.after);
  return total > 0 && total % 60 === 0
    ? { count: total / 60, unit: 'hours', at: '' }
    : { count: total, unit: 'minutes', at: '' };
}

export function withDelay({ count, unit, at }: Delay): Pick<Notice, 'after' | 'days'> {
  if (isByDay(unit))
    return { after: 'PT0S', days: { count, working: unit === 'working-days', at: at === '' ? undefined : at } };
  return { after: toDuration(unit === 'hours' ? count * 60 : count), days: undefined };
}

/** "15 minutes", "2 working days, until 10:00", "until the next 10:00"; empty for at once. */
export function waitWords(notice: Notice): string {
  const { count, unit, at } = delayOf(notice);
  if (!isByDay(unit)) return count === 0 ? '' : delayWords(notice.after);
  const working = unit === 'working-days';
  if (count > 0) return `${counted(count, working ? 'working day' : 'day')}${at ? `, until ${at}` : ''}`;
  if (at) return working ? `until ${at} on a working day` : `until the next ${at}`;
  return working ? 'for a working day' : '';
}

export const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const shortDay = (day: string) => day.charAt(0).toUpperCase() + day.slice(1, 3);
export const dayWords = (day: string) => day.charAt(0).toUpperCase() + day.slice(1);

/** "Mon to Fri", "Sat and Sun", "Tue, Thu and Sat". */
export function daysWords(days: string[]): string {
  const at = WEEKDAYS.map((d, i) => (days.includes(d) ? i : -1)).filter((i) => i >= 0);
  const isRun = at.length > 2 && at[at.length - 1] - at[0] === at.length - 1;
  if (isRun) return `${shortDay(WEEKDAYS[at[0]])} to ${shortDay(WEEKDAYS[at[at.length - 1]])}`;
  return listed(
    at.map((i) => shortDay(WEEKDAYS[i])),
    'and',
  );
}

type Window = Schemas['WindowBody'];

/** True where the hours of a window leave no hour out. */
export const isAnyHour = (window: Window | undefined | null) =>
  !window || (window.from === '00:00' && window.to === '00:00');

/** The window with a change, or none where nothing limits it any more. */
export function withWindow(window: Window | undefined | null, part: Partial<Window>): Window | undefined {
  const next = { from: '00:00', to: '00:00', ...window, ...part };
  return isAnyHour(next) && !next.days?.length && !next.skipHolidays ? undefined : next;
}

/** "between 08:00 and 20:00, Mon to Fri, not on public holidays"; empty where nothing limits it. */
export function windowWords(window: Window | undefined | null): string {
  if (!window) return '';
  return [
    isAnyHour(window) ? '' : `between ${window.from} and ${window.to}`,
    window.days?.length ? `${isAnyHour(window) ? 'on ' : ''}${daysWords(window.days)}` : '',
    window.skipHolidays ? 'not on public holidays' : '',
  ]
    .filter(Boolean)
    .join(', ');
}
