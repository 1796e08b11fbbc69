import type { Schemas } from '../api/client';

const STATES: Record<string, { label: string; look: string }> = {
  requested: { label: 'Label made', look: 'v' },
  'on-its-way': { label: 'On its way', look: 'v' },
  arrived: { label: 'Arrived', look: 'gold' },
  received: { label: 'Received', look: 'ok' },
  cancelled: { label: 'Cancelled', look: 'bad' },
};

export const returnState = (state: string) => STATES[state] ?? { label: state, look: '' };

/** "1 × Box kite, 2 × Ribbon tail". */
export const returnItems = (items: Schemas['ReturnItemView'][]) =>
  items.map((i) => `${i.quantity} × ${i.name}`).join(', ');

/** "not as expected", and what the customer wrote. */
export const reasonWords = (r: Pick<Schemas['ReturnView'], 'reason' | 'note'>) =>
  r.reason.replaceAll('-', ' ') + (r.note ? `: “${r.note}”` : '');

/** True while somebody may still say that it is here. */
export const canReceive = (state: string) => state !== 'received' && state !== 'cancelled';
