import { describe, expect, it } from 'vitest';
import { NO_NAMES } from './planNames';
import {
  daysWords,
  delayOf,
  isAnyHour,
  noticeChoices,
  triggerChoice,
  triggerChoices,
  triggerWords,
  waitWords,
  windowWords,
  withDelay,
  withTrigger,
  withWindow,
} from './timing';

describe('a delay', () => {
  it('is by the clock in minutes and hours, and by the calendar in days', () => {
    expect(withDelay({ count: 90, unit: 'minutes', at: '' })).toEqual({ after: 'PT90M', days: undefined });
    expect(withDelay({ count: 2, unit: 'hours', at: '10:00' })).toEqual({ after: 'PT120M', days: undefined });
    expect(withDelay({ count: 2, unit: 'working-days', at: '10:00' })).toEqual({
      after: 'PT0S',
      days: { count: 2, working: true, at: '10:00' },
    });
    for (const unit of ['minutes', 'hours', 'days', 'working-days'] as const) {
      const delay = { count: 3, unit, at: '' };
      expect(delayOf(withDelay(delay))).toEqual(delay);
    }
  });

  it('keeps what was set before days went by the calendar', () => {
    expect(delayOf({ after: 'PT2880M' })).toEqual({ count: 48, unit: 'hours', at: '' });
    expect(delayOf({ after: 'PT15M' })).toEqual({ count: 15, unit: 'minutes', at: '' });
    expect(delayOf({ after: 'PT0S' }).count).toBe(0);
  });

  it.each([
    [{ after: 'PT0S' }, ''],
    [{ after: 'PT15M' }, '15 minutes'],
    [{ after: 'PT0S', days: { count: 1 } }, '1 day'],
    [{ after: 'PT0S', days: { count: 2, working: true, at: '10:00' } }, '2 working days, until 10:00'],
    [{ after: 'PT0S', days: { count: 0, at: '10:00' } }, 'until the next 10:00'],
    [{ after: 'PT0S', days: { count: 0, working: true, at: '10:00' } }, 'until 10:00 on a working day'],
    [{ after: 'PT0S', days: { count: 0, working: true } }, 'for a working day'],
  ])('of %j is read as %j', (notice, words) => {
    expect(waitWords(notice)).toBe(words);
  });
});

describe('a silence', () => {
  it('is chosen in place of a stage, and a stage in place of it', () => {
    const quiet = withTrigger('quiet', NO_NAMES);
    expect(quiet).toEqual({ stage: 'delayed', quietDays: 5, answer: undefined });
    expect(triggerWords({ ...quiet, quietDays: 1 })).toBe('a parcel has had no scan for 1 day');
    expect(withTrigger('dispatched', NO_NAMES)).toEqual({
      stage: 'dispatched',
      quietDays: undefined,
      answer: undefined,
    });
    expect(triggerWords({ stage: 'dispatched' })).toBe('a parcel is dispatched');
  });
});

describe('an answer', () => {
  const names = {
    questions: [
      {
        id: 'cod',
        name: 'Cash on delivery',
        stage: 'ordered',
        buttons: [{ id: 'confirm', label: 'Yes', tag: 'yes', refuses: false }],
      },
    ],
    series: [],
  };

  it('is chosen by its words and stands at the stage of its question', () => {
    const choice = triggerChoices(['ordered'], names).find((c) => c.label === 'Answer “Yes” to Cash on delivery');
    const chosen = withTrigger(choice?.value ?? '', names);
    expect(chosen).toEqual({
      stage: 'ordered',
      quietDays: undefined,
      answer: { noticeId: 'cod', button: 'confirm' },
    });
    expect(triggerChoice(chosen)).toBe(choice?.value);
    expect(triggerWords(chosen, names)).toBe('the customer answers “Yes” to “Cash on delivery”');
  });

  it('says so where nobody asks for it any more', () => {
    expect(triggerWords({ stage: 'ordered', answer: { noticeId: 'gone', button: 'x' } }, names)).toBe(
      'the customer gives an answer that isn’t asked for any more',
    );
  });
});

describe('a send window', () => {
  it('is none where it limits nothing', () => {
    expect(withWindow(undefined, { from: '08:00', to: '20:00' })).toEqual({ from: '08:00', to: '20:00' });
    expect(withWindow({ from: '08:00', to: '20:00' }, { from: '00:00', to: '00:00' })).toBeUndefined();
    expect(withWindow(undefined, { days: ['monday'] })).toEqual({ from: '00:00', to: '00:00', days: ['monday'] });
    expect(withWindow({ from: '00:00', to: '00:00', days: ['monday'] }, { days: [] })).toBeUndefined();
    expect(withWindow(undefined, { skipHolidays: true })?.skipHolidays).toBe(true);
  });

  it('whose ends are being typed stays a window', () => {
    expect(isAnyHour({ from: '20:00', to: '20:00' })).toBe(false);
    expect(isAnyHour({ from: '', to: '20:00' })).toBe(false);
  });

  it('is read with its days', () => {
    expect(windowWords({ from: '08:00', to: '20:00' })).toBe('between 08:00 and 20:00');
    expect(windowWords({ from: '00:00', to: '00:00', days: ['saturday', 'sunday'] })).toBe('on Sat and Sun');
    expect(
      windowWords({
        from: '08:00',
        to: '20:00',
        days: ['friday', 'monday', 'tuesday', 'wednesday', 'thursday'],
        skipHolidays: true,
      }),
    ).toBe('between 08:00 and 20:00, Mon to Fri, not on public holidays');
    expect(windowWords(undefined)).toBe('');
  });

  it('names a run of days by its ends, and others one by one', () => {
    expect(daysWords(['tuesday', 'thursday', 'saturday'])).toBe('Tue, Thu and Sat');
    expect(daysWords(['monday', 'tuesday'])).toBe('Mon and Tue');
    expect(daysWords(['wednesday', 'monday', 'tuesday'])).toBe('Mon to Wed');
  });
});

it('a step of a return stands beside the stage it leads to', () => {
  const back = withTrigger('return/on-its-way', NO_NAMES);
  expect(back).toEqual({ stage: 'returning', returnStep: 'on-its-way' });
  expect(triggerChoice(back)).toBe('return/on-its-way');
  expect(triggerWords(back)).toBe('a customer’s return is on its way');
  expect(withTrigger('delivered', NO_NAMES).returnStep).toBeUndefined();
  expect(noticeChoices(['ordered'], NO_NAMES).map((c) => c.label)).toContain('Return received');
  expect(triggerChoices(['ordered'], NO_NAMES).map((c) => c.label)).not.toContain('Return received');
});
