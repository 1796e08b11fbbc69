import type { Schemas } from '../api/client';

/** Made-up customers for the test bench: reserved hosts, phone ranges kept for fiction. */
export const PEOPLE = [
  {
    name: 'Ottoline Brack',
    email: 'ottoline.brack@customer.example',
    phone: '+46701740605',
    country: 'SE',
    city: 'Lund',
    currency: 'SEK',
  },
  {
    name: 'Casimir Rook',
    email: 'casimir.rook@customer.example',
    phone: '+491713920012',
    country: 'DE',
    city: 'Husum',
    currency: 'EUR',
  },
  {
    name: 'Wren Tern',
    email: 'wren.tern@customer.example',
    phone: '+61491570156',
    country: 'AU',
    city: 'Hobart',
    currency: 'AUD',
  },
  {
    name: 'Not on the chat network',
    email: 'idris.mast@customer.example',
    phone: '+46701740699',
    country: 'SE',
    city: 'Visby',
    currency: 'SEK',
  },
  {
    name: 'Only e-mail',
    email: 'fenna.vale@customer.example',
    phone: undefined,
    country: 'IE',
    city: 'Sligo',
    currency: 'EUR',
  },
];

export type Person = (typeof PEOPLE)[number];

export function orderOf(person: Person, payment: string, placedAt: string): Schemas['OrderDocument'] {
  return {
    placedAt,
    customer: { name: person.name, email: person.email, phone: person.phone, language: 'en' },
    shipTo: {
      name: person.name,
      street: '7 Lantern Lane',
      city: person.city,
      postcode: '22100',
      country: person.country,
    },
    payment,
    currency: person.currency,
    total: 84.5,
    items: [
      { sku: 'BK-1', name: 'Box kite', quantity: 1, price: 60.5 },
      { sku: 'RT-4', name: 'Ribbon tail', quantity: 2, price: 12 },
    ],
    consent: { whatsapp: true },
    tags: [],
  };
}

/** What each invented carrier says at each stage. */
export const SCANS: Record<string, { stage: string; code?: string; text: string }[]> = {
  'skerry-post': [
    { stage: 'dispatched', code: 'EMA', text: 'Posted' },
    { stage: 'in-transit', code: 'EMC', text: 'Left the exchange' },
    { stage: 'out-for-delivery', code: 'EDG', text: 'Out for delivery' },
    { stage: 'attempted', code: 'EMH', text: 'Nobody in' },
    { stage: 'delivered', code: 'EMI', text: 'Delivered' },
    { stage: 'unread', code: 'Q7', text: 'Held for sorting' },
  ],
  hopgate: [
    { stage: 'dispatched', code: '20', text: 'Collected' },
    { stage: 'in-transit', code: '30', text: 'At hub' },
    { stage: 'out-for-delivery', code: '40', text: 'Out' },
    { stage: 'delivered', code: '50', text: 'Delivered' },
  ],
  sandkettle: [
    { stage: 'dispatched', text: 'Picked up at sender' },
    { stage: 'in-transit', text: 'Left depot' },
    { stage: 'out-for-delivery', text: 'On the van' },
    { stage: 'delivered', text: 'Handed over' },
  ],
  grainbarge: [
    { stage: 'dispatched', code: 'LOAD', text: 'Loaded' },
    { stage: 'in-transit', code: 'MOVE', text: 'Moving' },
    { stage: 'out-for-delivery', code: 'TAIL', text: 'Last leg' },
    { stage: 'delivered', code: 'DONE', text: 'Done' },
  ],
};

/** A tracking number such as the carrier gives, from a running number. The post's has its check digit (UPU S10). */
export function trackingNumber(carrier: string, running: number): string {
  const serial = String(running % 100_000_000).padStart(8, '0');
  if (carrier === 'skerry-post') {
    const sum = [8, 6, 4, 2, 3, 5, 9, 7].reduce((s, w, i) => s + w * Number(serial[i]), 0);
    const check = 11 - (sum % 11);
    return `RX${serial}${check === 10 ? 0 : check === 11 ? 5 : check}XS`;
  }
  return carrier === 'hopgate'
    ? `HOP ${serial.slice(0, 4)} ${serial.slice(4)} 0`
    : carrier === 'sandkettle'
      ? `SK ${serial.slice(0, 2)}-${serial.slice(2, 5)}-${serial.slice(4)}`
      : `GB${serial.slice(2)}`;
}
