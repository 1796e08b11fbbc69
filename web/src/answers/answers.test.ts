import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { fromAddress, share, shopWords, stateWords, toAddress, tookWords, viaWords } from './answers';

describe('how an answer came', () => {
  it('is said in words', () => {
    const channel = (code: string) => code.toUpperCase();
    expect(viaWords('page', channel)).toBe('on the answer page');
    expect(viaWords('sms', channel)).toBe('by SMS');
    expect(viaWords('no-answer', channel)).toBe('nobody answered');
    expect(viaWords(undefined, channel)).toBe('');
    expect(stateWords('unanswered')).toBe('No answer');
  });

  it('says whether the shop took it', () => {
    const line = (shopCall?: string) => ({ shopCall }) as Schemas['AnswerLine'];
    expect(shopWords(line('taken'))).toBe('shop told');
    expect(shopWords(line('failed'))).toBe('shop not told');
    expect(shopWords(line())).toBe('');
  });
});

describe('figures', () => {
  it('are rounded to what matters', () => {
    expect(tookWords(undefined)).toBe('–');
    expect(tookWords(12)).toBe('12 s');
    expect(tookWords(754)).toBe('13 min');
    expect(tookWords(3 * 3600 + 100)).toBe('3 h');
    expect(tookWords(3 * 86400)).toBe('3 days');
    expect(share(1, 3)).toBe('33 %');
    expect(share(0, 0)).toBe('–');
  });
});

describe('what is shown', () => {
  it('stands in the address and is read back', () => {
    const filter = { state: 'waiting', notice: 'is-it-yours', stage: 'ordered' };
    const address = toAddress(filter);
    expect(address).toBe('?state=waiting&notice=is-it-yours&stage=ordered');
    expect(fromAddress(new URLSearchParams(address))).toEqual({ ...filter, view: undefined });
    expect(toAddress({ view: 'person' })).toBe('?state=person');
    expect(fromAddress(new URLSearchParams(toAddress({ view: 'returns' })))).toEqual({ view: 'returns' });
    expect(fromAddress(new URLSearchParams('state=person')).view).toBe('person');
    expect(fromAddress(new URLSearchParams('state=nonsense')).state).toBeUndefined();
    expect(toAddress({})).toBe('');
  });
});
