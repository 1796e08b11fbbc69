import type { Schemas } from '../api/client';

/** Where a wording stands, as the address and the server name it. */
export type Place = {
  notice: string;
  channel: string;
  language?: string;
  shop?: string;
  carrier?: string;
  country?: string;
};

/** The tracking page, whose texts are written where a notice's are. */
export const PAGE = 'tracking-page';

export function search(p: Omit<Place, 'notice' | 'channel'>): string {
  const filled = Object.entries({ language: p.language, shop: p.shop, carrier: p.carrier, country: p.country }).filter(
    (e): e is [string, string] => !!e[1],
  );
  return filled.length ? `?${new URLSearchParams(filled)}` : '';
}

export const path = (p: Place) => `/wording/${p.notice}/${p.channel}${search(p)}`;
export const nameOf = (p: Place) =>
  JSON.stringify([p.notice, p.channel, p.language ?? '', p.shop ?? '', p.carrier ?? '', p.country ?? '']);
export const everyone = (v: Schemas['Variant']) => !v.shop && !v.carrier && !v.country;
export const sameVariant = (a: Schemas['Variant'], b: Schemas['Variant']) =>
  (a.shop ?? '') === (b.shop ?? '') &&
  (a.carrier ?? '') === (b.carrier ?? '') &&
  (a.country ?? '') === (b.country ?? '');

/** "Skerry Post, to AT". */
export function variantWords(v: Schemas['Variant'], carriers: Schemas['CarrierName'][]): string {
  if (everyone(v)) return 'everyone';
  return [
    v.carrier && (carriers.find((c) => c.key === v.carrier)?.name ?? v.carrier),
    v.shop && `shop ${v.shop}`,
    v.country && `to ${v.country}`,
  ]
    .filter(Boolean)
    .join(', ');
}
