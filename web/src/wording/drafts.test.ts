import { act, renderHook } from '@testing-library/react';
import { beforeEach, expect, test } from 'vitest';
import { begin, change } from './draft';
import { dropDraft, findDraft, hasDrafts, keepDraft, load, useDrafts } from './drafts';
import { nameOf } from './place';

const PLACE = nameOf({ notice: 'on-its-way', channel: 'sms', language: 'en' });
const FROM = { document: { text: 'Before' }, version: 'v1' };
const written = () => ({ draft: change(begin({ text: 'Before' }), { text: 'Written' }, undefined, 0), from: FROM });

beforeEach(() => {
  sessionStorage.clear();
  load();
});

test('a draft is there after a reload, with what it began from', () => {
  keepDraft(PLACE, written());
  load(); // as the page does when it is opened
  expect(findDraft(PLACE)?.draft.now).toEqual({ text: 'Written' });
  expect(findDraft(PLACE)?.from).toEqual(FROM);
  expect(hasDrafts()).toBe(true);
  dropDraft(PLACE);
  load();
  expect(hasDrafts()).toBe(false);
});

test('each language and version has its own', () => {
  keepDraft(PLACE, written());
  expect(findDraft(nameOf({ notice: 'on-its-way', channel: 'sms', language: 'de' }))).toBeUndefined();
  expect(
    findDraft(nameOf({ notice: 'on-its-way', channel: 'sms', language: 'en', carrier: 'hopgate' })),
  ).toBeUndefined();
  expect(findDraft(PLACE)).toBeDefined();
});

test('the list is told which places have one', () => {
  const list = renderHook(() => useDrafts());
  expect(list.result.current.has('on-its-way', 'sms')).toBe(false);
  act(() => keepDraft(PLACE, written()));
  expect(list.result.current.has('on-its-way', 'sms')).toBe(true);
  expect(list.result.current.has('on-its-way', 'sms', 'de')).toBe(false);
  expect(list.result.current.has('on-its-way', 'email')).toBe(false);
  act(() => dropDraft(PLACE));
  expect(list.result.current.has('on-its-way', 'sms')).toBe(false);
});

test('what another version of the page kept, and a full store, lose nothing else', () => {
  sessionStorage.setItem('herald.wording.drafts', '{"no json');
  load();
  expect(hasDrafts()).toBe(false);
  const full = {
    setItem: () => {
      throw new Error('quota');
    },
  } as unknown as Storage;
  keepDraft(PLACE, written(), full);
  expect(findDraft(PLACE)?.draft.now).toEqual({ text: 'Written' });
});
