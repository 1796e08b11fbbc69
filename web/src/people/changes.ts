import type { Schemas } from '../api/client';

/** What kinds of things the log speaks of, as the server names them. */
export const AREAS: Record<string, string> = {
  notice: 'Notice',
  series: 'Series',
  page: 'Tracking page',
  wording: 'Saved block',
  carrier: 'Carrier',
  shop: 'Shop',
  feed: 'Feed',
  gateway: 'Gateway',
  setting: 'Setting',
  import: 'File import',
  sending: 'Sending',
  'stop-list': 'Stop list',
  account: 'Account',
  invitation: 'Invitation',
  'api-key': 'API key',
  export: 'Export',
  erasure: 'Erasure',
  credit: 'Credit',
  subscriber: 'Subscriber',
  dkim: 'E-mail signature',
};

const SETTINGS: Record<string, string> = {
  brand: 'Brand',
  'brand.proven': 'Verified senders',
  'team.addresses': 'Team addresses',
  'public-address': 'Public address',
  'daily.limit': 'Daily limit',
  'flood.limit': 'Flood limit',
  'shop.messages': 'What shops say themselves',
  'carrier.default': 'Default carrier',
};

/** The name of what was changed, for a person. */
export function subjectOf(c: Schemas['NotedChange']): string {
  if (c.area !== 'setting') return c.subject;
  if (c.subject.startsWith('brand.shop.')) return `Brand of ${c.subject.slice('brand.shop.'.length)}`;
  return SETTINGS[c.subject] ?? c.subject;
}

/** A value that differs: where, and what it was and became. */
export type Difference = { path: string; was?: string; became?: string };

/** `sender.fromName` as "sender, from name"; places in lists count from one. */
export function pathWords(path: string): string {
  return path
    .replace(/\[(\d+)]/g, (_, n) => `.${Number(n) + 1}`)
    .replace(/"([^"]*)"/g, '$1')
    .split('.')
    .map((part) => part.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`))
    .filter(Boolean)
    .join(', ');
}

const shown = (value: unknown) =>
  value === undefined ? undefined : value === true ? 'yes' : value === false ? 'no' : String(value);

/** The values in which a thing before and after differ, by their place. */
export function differences(c: Schemas['NotedChange']): Difference[] {
  const before = (c.before ?? {}) as Record<string, unknown>;
  const after = (c.after ?? {}) as Record<string, unknown>;
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .sort()
    .map((path) => ({ path: pathWords(path), was: shown(before[path]), became: shown(after[path]) }));
}
