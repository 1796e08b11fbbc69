import { expect, test } from 'vitest';
import { directionOf } from './direction';

// Unicode CLDR, characterOrder of each locale; the scripts by ISO 15924.
test.each([
  ['ar', 'rtl'],
  ['ar-EG', 'rtl'],
  ['he-IL', 'rtl'],
  ['fa', 'rtl'],
  ['ur-PK', 'rtl'],
  ['az-Arab', 'rtl'],
  ['en', 'ltr'],
  ['pl', 'ltr'],
  ['ar-Latn', 'ltr'],
  ['ja', 'ltr'],
] as const)('%s runs %s', (language, direction) => expect(directionOf(language)).toBe(direction));
