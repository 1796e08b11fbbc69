import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { minutes } from '../words';
import { copyWords, senderWords, tagWords } from './effects';
import { versionChanges } from './life';
import { moved } from './moving';
import { type PlanNames, questionsOf } from './planNames';
import { endWords, stepTime, withSeries } from './series';

const care: Schemas['SeriesView'] = {
  id: 'series_1',
  version: 'v1',
  series: { name: 'After delivery', stage: 'delivered', ends: ['answer', 'return'], endTags: ['angry', 'vip'] },
};
const names: PlanNames = { questions: [], series: [care] };

describe('a series', () => {
  it('says what ends it', () => {
    expect(endWords(care.series)).toBe(
      'the customer answers, a parcel is returned or the order is tagged “angry” or “vip”',
    );
    expect(endWords({ ...care.series, ends: [], endTags: [] })).toBe('');
  });

  it('says what its notices are counted from, and how often they are sent', () => {
    expect(withSeries('series_1', names)).toEqual({
      series: 'series_1',
      stage: 'delivered',
      quietDays: undefined,
      answer: undefined,
      per: 'order',
    });
    expect(withSeries('', names)).toEqual({ series: undefined });
  });

  it('puts its notices in the order in which they are sent', () => {
    const steps = [{ days: { count: 10 } }, { after: 'PT3H' }, { days: { count: 2 } }, { after: 'PT0S' }];
    const sorted = [...steps].sort((a, b) => stepTime(a, minutes) - stepTime(b, minutes));
    expect(sorted).toEqual([{ after: 'PT0S' }, { after: 'PT3H' }, { days: { count: 2 } }, { days: { count: 10 } }]);
  });

  it('is left by a notice that moves to another stop, and not by one that is only sent by another channel too', () => {
    const notice = { stage: 'delivered', series: 'series_1', channels: ['email'], per: 'order' };
    expect(moved(notice, { stage: 'packed', channel: 'email' })?.series).toBeUndefined();
    expect(moved(notice, { stage: 'delivered', channel: 'sms' })?.series).toBe('series_1');
  });
});

describe('what happens beside a message', () => {
  const notice: Schemas['NoticeBody'] = {
    channels: ['email', 'sms'],
    copies: ['sms', 'whatsapp'],
    addTags: ['told'],
    removeTags: ['new', 'open'],
    sender: { name: 'Returns', replyTo: 'help@kites.example' },
  };

  it('has words', () => {
    expect(copyWords(notice)).toBe('by SMS');
    expect(tagWords(notice)).toBe('adds “told”, removes “new” and “open”');
    expect(senderWords(notice)).toBe('Returns, answers to help@kites.example');
    expect([copyWords({}), tagWords({}), senderWords({})]).toEqual(['', '', '']);
  });

  it('is a change of the rule like any other', () => {
    const version = (n: Schemas['NoticeBody']) => ({ notice: n, audience: 'everyone' });
    expect(
      versionChanges(version({ ...notice, series: 'series_1' }), version({ channels: ['email', 'sms'] }), names),
    ).toEqual([
      'Series: none → After delivery',
      'Copy to the team: none → by SMS',
      'Tags: none → adds “told”, removes “new” and “open”',
      'Sender: that of the brand → Returns, answers to help@kites.example',
    ]);
  });
});

describe('the questions of a plan', () => {
  it('are those of notices with buttons', () => {
    const view = (id: string, buttons: Schemas['ButtonBody'][]) =>
      ({ id, notice: { name: id, stage: 'ordered', buttons } }) as Schemas['NoticeView'];
    const yes = { id: 'confirm', label: 'Yes', tag: 'yes', refuses: false };
    expect(questionsOf([view('quiet', []), view('asks', [yes])])).toEqual([
      { id: 'asks', name: 'asks', stage: 'ordered', buttons: [{ id: 'confirm', label: 'Yes' }] },
    ]);
  });
});
