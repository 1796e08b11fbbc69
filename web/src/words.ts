import type { Schemas } from './api/client';
import { PARCEL_STAGES } from './route/geometry';

/** How things are said on the screen. Pure, so that the words can be tested without a screen. */

export const STAGE_WORDS: Record<string, string> = {
  ordered: 'Ordered',
  packed: 'Packed',
  dispatched: 'Dispatched',
  'in-transit': 'In transit',
  'out-for-delivery': 'Out for delivery',
  delivered: 'Delivered',
  attempted: 'Delivery attempted',
  'ready-for-collection': 'Ready for collection',
  delayed: 'Delayed',
  returning: 'Returning',
  returned: 'Returned',
  cancelled: 'Cancelled',
  refunded: 'Refunded',
  'partly-dispatched': 'Partly dispatched',
  'partly-delivered': 'Partly delivered',
};

export function stageWords(stage: string): string {
  return STAGE_WORDS[stage] ?? stage;
}

const EVENT_WORDS: Record<string, string> = {
  ordered: 'an order is placed',
  'out-for-delivery': 'a parcel is out for delivery',
  attempted: 'delivery of a parcel is attempted',
  returning: 'a parcel is on its way back',
  cancelled: 'an order is cancelled',
  refunded: 'an order is refunded',
};

/** What happens at a stage, as a clause: "a parcel is dispatched". */
export function eventWords(stage: string): string {
  const order = stage.startsWith('partly-');
  return EVENT_WORDS[stage] ?? `${order ? 'an order' : 'a parcel'} is ${stageWords(stage).toLowerCase()}`;
}

const LANGUAGES = new Intl.DisplayNames(['en'], { type: 'language' });

/** "German" for de, "Austrian German" for de-AT. */
export function languageWords(tag: string): string {
  try {
    return LANGUAGES.of(tag) ?? tag;
  } catch {
    return tag;
  }
}

const REGIONS = new Intl.DisplayNames(['en'], { type: 'region' });

/** "Sweden" for SE. */
export function countryWords(code: string): string {
  try {
    return REGIONS.of(code) ?? code;
  } catch {
    return code;
  }
}

/** An ISO 8601 duration of days, hours and minutes as minutes; 0 where it is none. */
export function minutes(duration: string | undefined): number {
  const m = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:\d+S)?)?$/.exec(duration ?? '');
  return m ? Number(m[1] ?? 0) * 1440 + Number(m[2] ?? 0) * 60 + Number(m[3] ?? 0) : 0;
}

export function toDuration(total: number): string {
  return total <= 0 ? 'PT0S' : `PT${total}M`;
}

/** "15 minutes", "2 hours", "at once". */
export function delayWords(duration: string | undefined): string {
  const total = minutes(duration);
  if (total === 0) return 'at once';
  const [count, unit] =
    total % 1440 === 0 ? [total / 1440, 'day'] : total % 60 === 0 ? [total / 60, 'hour'] : [total, 'minute'];
  return `${count} ${unit}${count === 1 ? '' : 's'}`;
}

/** The delay and the window in the little room of a pennant: "+15 min, 08–20 h". */
export function whenShort(notice: Schemas['NoticeBody']): string {
  const quiet = notice.quietDays
    ? `quiet ${notice.quietDays} d`
    : notice.returnStep
      ? `return ${notice.returnStep.replaceAll('-', ' ')}`
      : '';
  const rest = delayShort(notice);
  return quiet && rest === 'at once' ? quiet : [quiet, rest].filter(Boolean).join(', ');
}

function delayShort(notice: Schemas['NoticeBody']): string {
  const total = minutes(notice.after);
  const days = notice.days;
  const byDay = days && [days.count > 0 && `+${days.count} ${days.working ? 'workdays' : 'd'}`, days.at];
  const delay = byDay
    ? byDay.filter(Boolean).join(', ') || 'working day'
    : total === 0
      ? 'at once'
      : total % 1440 === 0
        ? `+${total / 1440} d`
        : total % 60 === 0
          ? `+${total / 60} h`
          : `+${total} min`;
  return notice.window && !(notice.window.from === '00:00' && notice.window.to === '00:00')
    ? `${delay}, ${hour(notice.window.from)}–${hour(notice.window.to)} h`
    : delay;
}

function hour(time: string): string {
  return time.endsWith(':00') ? time.slice(0, 2) : time;
}

/** "1 message", "2 messages". */
export function counted(count: number, noun: string): string {
  return `${count} ${noun}${count === 1 ? '' : 's'}`;
}

/** A list in a sentence: "a, b or c". */
export function listed(words: string[], last: string): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words[words.length - 1]}`;
}

/** "in 1 minute", "in 90 seconds". */
export function soon(seconds: number): string {
  return seconds % 60 === 0 ? `in ${counted(seconds / 60, 'minute')}` : `in ${counted(seconds, 'second')}`;
}

/** Time of day where it is today, else day and time. */
export function when(iso: string, now: string): string {
  const d = new Date(iso);
  const today = d.toDateString() === new Date(now).toDateString();
  const time = d.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return today
    ? time
    : `${d.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' }).replace(',', '')} ${time}`;
}

/** Short, for a column: the time where it is of today, else the day, with the year where it is another one. */
export function dayOrTime(iso: string, now: string): string {
  const d = new Date(iso);
  const today = new Date(now);
  if (d.toDateString() === today.toDateString())
    return d.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const year = d.getFullYear() === today.getFullYear() ? undefined : '2-digit';
  return d.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year });
}

/** Money with its currency, in the decimals that the currency has (ISO 4217, by the browser's CLDR). */
export function money(amount: string | undefined | null, currency: string | undefined | null): string {
  if (amount == null) return '–';
  if (!currency) return amount;
  try {
    const digits = new Intl.NumberFormat('en-GB', { style: 'currency', currency }).resolvedOptions();
    const decimals = Math.max(digits.minimumFractionDigits ?? 2, amount.split('.')[1]?.replace(/0+$/, '').length ?? 0);
    return `${Number(amount).toLocaleString('en-GB', { minimumFractionDigits: decimals, maximumFractionDigits: decimals })} ${currency}`;
  } catch {
    return `${amount} ${currency}`; // not a currency this browser knows
  }
}

/** About how many a day, from a count over 30 days. */
export function perDay(count: number): string {
  if (count === 0) return '0 / day';
  const day = count / 30;
  return day < 1 ? '< 1 / day' : `${Math.round(day)} / day`;
}

/** The readable text of a mail as it came: its plain part, decoded. Enough for our own mails; it is no mail program. */
export function plainPart(raw: string): string {
  const part = /Content-Type: text\/plain[\s\S]*?\r?\n\r?\n([\s\S]*?)\r?\n--/.exec(raw)?.[1] ?? raw;
  const bytes: number[] = [];
  const joined = part.replace(/=\r?\n/g, '');
  for (let i = 0; i < joined.length; i++) {
    const hex = joined[i] === '=' ? joined.slice(i, i + 3) : '';
    if (/^=[0-9A-F]{2}$/.test(hex)) {
      bytes.push(parseInt(hex.slice(1), 16));
      i += 2;
    } else bytes.push(...new TextEncoder().encode(joined[i]));
  }
  return new TextDecoder().decode(new Uint8Array(bytes)).replace(/\r/g, '');
}

const PER: Record<string, string> = {
  order: 'once per order, with its first parcel',
  'part-of-order': 'once per order, when only part of it is there',
  'whole-order': 'once per order, when all of it is there',
  parcel: 'once per parcel',
  occasion: 'each time',
};

/** How often one order may get a notice. */
export function perWords(per: string, stage: string): string {
  return PARCEL_STAGES.includes(stage) ? (PER[per] ?? per) : 'once per order';
}

/** What can be chosen for a stage: an order is placed, cancelled or refunded once. */
export function perChoices(stage: string): { value: string; label: string }[] {
  if (stage === 'quiet')
    return [
      { value: 'parcel', label: PER.parcel },
      { value: 'occasion', label: PER.occasion },
    ];
  if (!PARCEL_STAGES.includes(stage)) return [{ value: 'order', label: 'once per order' }];
  return Object.entries(PER).map(([value, label]) => ({ value, label }));
}
