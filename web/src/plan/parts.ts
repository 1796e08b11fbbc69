import type { Fault, Schemas } from '../api/client';

/** What of a notice is said, and changed, in one place; in the order of the form. */
export const PARTS = [
  'name',
  'stage',
  'delay',
  'channels',
  'per',
  'audience',
  'window',
  'question',
  'age',
  'recall',
  'importance',
  'copies',
  'tags',
  'sender',
] as const;
export type Part = (typeof PARTS)[number];

const FIELDS: Record<string, Part> = {
  stage: 'stage',
  quietDays: 'stage',
  answer: 'stage',
  returnStep: 'stage',
  series: 'stage',
  audience: 'audience',
  after: 'delay',
  days: 'delay',
  window: 'window',
  name: 'name',
  channels: 'channels',
  fallbackAfter: 'channels',
  rule: 'channels',
  per: 'per',
  buttons: 'question',
  questionEnd: 'question',
  changeUntil: 'question',
  ageLimit: 'age',
  recall: 'recall',
  importance: 'importance',
  copies: 'copies',
  addTags: 'tags',
  removeTags: 'tags',
  sender: 'sender',
};

/** Where a value can be mended; undefined where no part of the sentence has it. */
export const partOf = (fault: Fault): Part | undefined => FIELDS[fault.field.split(/[.[]/)[0]];

/** Only e-mails have a sender of their own. */
export const isMailed = (notice: Schemas['NoticeBody']) => (notice.channels ?? []).includes('email');
