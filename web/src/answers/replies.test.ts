import { expect, it } from 'vitest';
import { answerMark, timeLeft } from './replies';

it('counts down the time to answer', () => {
  const until = '2026-11-25T13:05:00Z';
  expect(timeLeft(until, '2026-11-24T13:05:00Z')).toBe('24 h 0 min left to answer');
  expect(timeLeft(until, '2026-11-25T12:00:30Z')).toBe('1 h 4 min left to answer');
  expect(timeLeft(until, '2026-11-25T13:01:00Z')).toBe('4 min left to answer');
  expect(timeLeft(until, '2026-11-25T13:05:00Z')).toBe('0 min left to answer');
  expect(timeLeft(until, '2026-11-25T13:06:00Z')).toBe('');
});

it('shows a failure as one', () => {
  expect(['sent', 'failed', 'sending', 'new'].map(answerMark)).toEqual(['ok', 'bad', 'v', '']);
});
