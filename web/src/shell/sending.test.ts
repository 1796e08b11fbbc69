import { expect, it } from 'vitest';
import { ALL, ofChannel, ofNotice, stopWords } from './sending';

const stop = (part: object) => ({ scope: ALL, since: '', by: 'ann', held: 0, examples: [], ...part });

it('says what is stopped, and by whom or why', () => {
  expect(stopWords(stop({}))).toBe('All sending was stopped by ann');
  expect(stopWords(stop({ scope: ofChannel('sms'), channel: 'sms' }))).toBe('Sending by SMS was stopped by ann');
  expect(
    stopWords(stop({ scope: ofNotice('n'), notice: 'Delivered', by: '', reason: '500 messages in ten minutes' })),
  ).toBe('“Delivered” was stopped: 500 messages in ten minutes');
});
