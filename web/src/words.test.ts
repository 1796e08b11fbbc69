import { describe, expect, it } from 'vitest';
import {
  dayOrTime,
  delayWords,
  eventWords,
  listed,
  minutes,
  money,
  perChoices,
  perDay,
  perWords,
  plainPart,
  stageWords,
  toDuration,
  when,
  whenShort,
} from './words';

describe('words', () => {
  it('says delays as a person would', () => {
    expect(['PT0S', 'PT15M', 'PT1H', 'PT120M', 'P2D', 'PT1440M', undefined].map(delayWords)).toEqual([
      'at once',
      '15 minutes',
      '1 hour',
      '2 hours',
      '2 days',
      '1 day',
      'at once',
    ]);
    expect(minutes(toDuration(90))).toBe(90);
    expect(minutes('nonsense')).toBe(0);
  });
  it('says how often an order hears a notice', () => {
    expect(perWords('order', 'ordered')).toBe('once per order');
    expect(perWords('whole-order', 'dispatched')).toBe('once per order, when all of it is there');
    expect(perChoices('quiet').map((c) => c.value)).toEqual(['parcel', 'occasion']);
    expect(perChoices('dispatched').map((c) => c.value)).toEqual([
      'order',
      'part-of-order',
      'whole-order',
      'parcel',
      'occasion',
    ]);
    expect(perChoices('ordered')).toEqual([{ value: 'order', label: 'once per order' }]);
  });
  it('fits a pennant', () => {
    expect(whenShort({ after: 'PT15M', window: { from: '08:00', to: '20:30' } })).toBe('+15 min, 08–20:30 h');
    expect(whenShort({ after: 'PT0S', days: { count: 2, working: true, at: '10:00' } })).toBe('+2 workdays, 10:00');
    expect(whenShort({ after: 'PT0S', days: { count: 0, at: '10:00' } })).toBe('10:00');
    expect(whenShort({ after: 'PT0S', window: { from: '00:00', to: '00:00', days: ['monday'] } })).toBe('at once');
    expect(whenShort({ after: 'PT0S', quietDays: 5 })).toBe('quiet 5 d');
    expect(whenShort({ after: 'PT60M', quietDays: 5 })).toBe('quiet 5 d, +1 h');
    expect(whenShort({ after: 'PT0S' })).toBe('at once');
  });
  it('lists, counts and dates', () => {
    expect(listed(['a', 'b', 'c'], 'or')).toBe('a, b or c');
    expect([0, 5, 60].map(perDay)).toEqual(['0 / day', '< 1 / day', '2 / day']);
    expect(when('2026-11-24T12:00:00Z', '2026-11-24T13:00:00Z')).toMatch(/^\d\d:\d\d$/);
    expect(when('2026-11-20T12:00:00Z', '2026-11-24T13:00:00Z')).toMatch(/^Fri 20 Nov \d\d:\d\d$/);
    expect(stageWords('never-heard-of')).toBe('never-heard-of');
  });
  it('reads the plain part of a mail', () => {
    // Quoted-printable by RFC 2045, 6.7: a soft line break and a letter of two octets.
    const raw =
      'Subject: x\r\n\r\n--b\r\nContent-Type: text/plain; charset=UTF-8\r\nContent-Transfer-Encoding: quoted-printable\r\n\r\nHello Zo=C3=AB, a long =\r\nline\r\n--b--';
    expect(plainPart(raw)).toBe('Hello Zoë, a long line');
  });
});

it('says what happens at a stage as a clause', () => {
  expect(eventWords('ordered')).toBe('an order is placed');
  expect(eventWords('dispatched')).toBe('a parcel is dispatched');
  expect(eventWords('attempted')).toBe('delivery of a parcel is attempted');
  expect(eventWords('partly-delivered')).toBe('an order is partly delivered');
});

it('writes money with its currency and the decimals it has', () => {
  expect(money('84.5', 'SEK')).toBe('84.50 SEK');
  expect(money('1234.50', 'EUR')).toBe('1,234.50 EUR');
  expect(money('1200', 'JPY')).toBe('1,200 JPY');
  expect(money('3.125', 'KWD')).toBe('3.125 KWD');
  expect(money('0.005', 'EUR')).toBe('0.005 EUR');
  expect(money('12.5', undefined)).toBe('12.5');
  expect(money(undefined, 'EUR')).toBe('–');
  expect(money('7', 'no money')).toBe('7 no money');
});

it('says the time of today and the day of any other', () => {
  const now = '2026-11-24T13:05:00';
  expect(dayOrTime('2026-11-24T09:07:00', now)).toBe('09:07');
  expect(dayOrTime('2026-11-03T09:07:00', now)).toBe('3 Nov');
  expect(dayOrTime('2025-11-03T09:07:00', now)).toBe('3 Nov 25');
});
