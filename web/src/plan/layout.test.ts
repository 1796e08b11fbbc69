import { expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { bandHeight, EMPTY_BAND, hang, rowsAt, turn } from './layout';

const notice = (id: string, stage: string, channels: string[], rule = 'first-that-works'): Schemas['NoticeView'] => ({
  id,
  version: '1',
  notice: { stage, channels, rule },
  audience: 'everyone',
  sent: {},
});

it('hangs notices at the same stop below one another', () => {
  const hung = hang(
    [
      notice('a', 'out-for-delivery', ['sms']),
      notice('b', 'out-for-delivery', ['sms']),
      notice('c', 'ordered', ['email']),
      notice('d', 'attempted', ['sms']),
    ],
    'sms',
  );
  expect(hung.map((h) => [h.view.id, h.row])).toEqual([
    ['a', 0],
    ['b', 1],
  ]);
  expect(rowsAt(hung, 'out-for-delivery')).toBe(2);
  expect(rowsAt(hung, 'attempted')).toBe(0);
  expect(bandHeight(hung)).toBeGreaterThan(bandHeight(hung.slice(0, 1)));
  expect(bandHeight([])).toBe(EMPTY_BAND);
});

it('says when a channel stands by', () => {
  const first = notice('a', 'ordered', ['whatsapp', 'sms']).notice;
  expect(turn(first, 'whatsapp', channelLabel)).toBeUndefined();
  expect(turn(first, 'sms', channelLabel)).toBe('if no WhatsApp');
  expect(turn({ ...first, rule: 'all' }, 'sms', channelLabel)).toBeUndefined();
});
