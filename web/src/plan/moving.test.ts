import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { moved, neighbour, spotId, spotOf } from './moving';

const notice = (over: object = {}) =>
  ({ name: 'n', stage: 'dispatched', per: 'parcel', channels: ['email', 'sms'], ...over }) as Schemas['NoticeBody'];

describe('a pennant dropped', () => {
  it('at another stop is sent there', () => {
    expect(moved(notice(), { stage: 'delivered', channel: 'email' })).toMatchObject({
      stage: 'delivered',
      channels: ['email', 'sms'],
      per: 'parcel',
    });
  });

  it('in another band is sent over that channel as well', () => {
    expect(moved(notice(), { stage: 'dispatched', channel: 'whatsapp' })?.channels).toEqual([
      'email',
      'sms',
      'whatsapp',
    ]);
  });

  it('where it hangs, or in a band it has already, changes nothing', () => {
    expect(moved(notice(), { stage: 'dispatched', channel: 'sms' })).toBeUndefined();
  });

  it('at an order stage speaks once per order, and back once per parcel', () => {
    const order = moved(notice({ per: 'occasion' }), { stage: 'ordered', channel: 'email' })!;
    expect(order.per).toBe('order');
    expect(moved(order, { stage: 'in-transit', channel: 'email' })?.per).toBe('parcel');
  });

  it('from a silence waits for the stage instead', () => {
    const quiet = notice({ stage: 'delayed', quietDays: 5 });
    expect(moved(quiet, { stage: 'delivered', channel: 'email' })?.quietDays).toBeUndefined();
  });
});

describe('the arrows', () => {
  it('lead along the line and between the bands, and stop at the ends', () => {
    const from = { stage: 'ordered', channel: 'email' };
    expect(neighbour(from, 'ArrowRight')).toEqual({ stage: 'packed', channel: 'email' });
    expect(neighbour(from, 'ArrowLeft')).toBeUndefined();
    expect(neighbour(from, 'ArrowDown')).toEqual({ stage: 'ordered', channel: 'sms' });
    expect(neighbour(from, 'ArrowUp')).toBeUndefined();
    expect(neighbour(from, 'Enter')).toBeUndefined();
  });

  it('know a spot by its name', () => {
    expect(spotOf(spotId({ stage: 'in-transit', channel: 'sms' }))).toEqual({ stage: 'in-transit', channel: 'sms' });
  });
});
