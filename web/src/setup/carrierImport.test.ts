import { expect, test } from 'vitest';
import { listNumbers, startFrom, summarize } from './carrierImport';

test('a file is summed up by what it would do', () => {
  expect(summarize([])).toEqual({ words: 'no carriers', taken: 0 });
  expect(summarize(['refused', 'new', 'changed', 'changed', 'unchanged'].map((change) => ({ change })))).toEqual({
    words: '1 new, 2 changed, 1 unchanged, 1 refused',
    taken: 3,
  });
});

test('what was typed wins over the postal operator it starts from', () => {
  const operator = {
    key: 'post-se',
    name: 'Postal operator, Sweden',
    zone: 'Europe/Stockholm',
    formats: [],
    codes: [],
  };
  expect(startFrom(operator, { key: '', name: ' ', linkPattern: '' })).toMatchObject({
    key: 'post-se',
    name: 'Postal operator, Sweden',
    zone: 'Europe/Stockholm',
  });
  expect(startFrom(operator, { key: 'gull', name: 'Gull Post', linkPattern: 'https://gull.example/' })).toMatchObject({
    key: 'gull',
    name: 'Gull Post',
    linkPattern: 'https://gull.example/',
  });
});

test('what is none is not said', () => {
  expect(listNumbers({ added: 2, changed: 0 })).toBe('2 added');
  expect(listNumbers({ added: 1, changed: 3 })).toBe('1 added, 3 changed');
});
