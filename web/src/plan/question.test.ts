import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { answerEffects, changeWords, closeWords, newAnswerId, withAnswers, withSet } from './question';

const yes = { id: 'yes', label: 'Yes', tag: 'confirmed', refuses: false };
const no = { id: 'no', label: 'No', tag: '', refuses: true };
const notice = (more: Partial<Schemas['NoticeBody']>) => ({ buttons: [yes, no], ...more }) as Schemas['NoticeBody'];

describe('what an answer does', () => {
  it('is said in the order in which it happens', () => {
    expect(answerEffects(yes)).toBe('add the tag “confirmed”');
    expect(
      answerEffects(
        {
          ...no,
          effects: [
            { kind: 'remove-tag', value: 'new' },
            { kind: 'note', value: 'Says: {{answer.text}}' },
            { kind: 'hold' },
            { kind: 'leave-series', value: 's1' },
            { kind: 'tell-team' },
            { kind: 'call-shop' },
          ],
        },
        { s1: 'After delivery' },
      ),
    ).toBe(
      'stop messages, remove the tag “new”, note “Says: {{answer.text}}”, hold the order, leave the series “After delivery”, mail the team, call the shop',
    );
  });
});

describe('the end of a question', () => {
  it('is said in one sentence', () => {
    expect(closeWords(notice({}))).toBe('');
    expect(closeWords(notice({ questionEnd: { after: 'P2D', otherwise: 'nothing' } }))).toBe('closes after 2 days');
    expect(
      closeWords(
        notice({
          questionEnd: { after: 'P2D', stage: 'dispatched', remindAfter: 'PT4H', otherwise: 'answer', value: 'yes' },
        }),
      ),
    ).toBe('closes after 2 days or when a parcel is dispatched; asks again after 4 hours; no answer counts as “Yes”');
    expect(closeWords(notice({ questionEnd: { stage: 'packed', otherwise: 'tag', value: 'silent' } }))).toBe(
      'closes when a parcel is packed; without an answer the order is tagged “silent”',
    );
  });

  it('says until when answers can be changed', () => {
    expect(changeWords(notice({}))).toBe('');
    expect(changeWords(notice({ changeUntil: 'dispatched' }))).toBe(
      'answers can be changed until a parcel is dispatched',
    );
  });

  it('goes with the last answer', () => {
    expect(withAnswers([yes])).toEqual({ buttons: [yes] });
    expect(withAnswers([])).toEqual({ buttons: [], questionEnd: undefined, changeUntil: undefined });
  });
});

describe('answers that are added', () => {
  it('have ids of their own, also where some were removed', () => {
    expect(newAnswerId([])).toBe('confirm');
    expect(
      newAnswerId([
        { ...yes, id: 'confirm' },
        { ...no, id: 'other' },
      ]),
    ).toBe('cancel');
    const taken = ['confirm', 'cancel', 'other', 'answer-4'].map((id) => ({ ...yes, id }));
    expect(newAnswerId(taken)).toBe('answer-5');
  });
});

describe('a ready-made question', () => {
  const set: Schemas['QuestionSetView'] = {
    code: 'confirm',
    name: 'Is it yours?',
    stage: 'ordered',
    after: 'PT15M',
    buttons: [yes, no],
    changeUntil: 'dispatched',
  };

  it('brings its usual delay where the notice waits for its stage', () => {
    expect(withSet(set, notice({ stage: 'ordered' }))).toEqual({
      buttons: [yes, no],
      questionEnd: undefined,
      changeUntil: 'dispatched',
      after: 'PT15M',
    });
  });

  it('leaves the delay of a notice at another stage alone', () => {
    expect(withSet(set, notice({ stage: 'delivered' }))).not.toHaveProperty('after');
    expect(withSet(set, notice({ stage: 'ordered', quietDays: 3 }))).not.toHaveProperty('after');
  });
});
