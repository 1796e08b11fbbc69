import { expect, it } from 'vitest';
import { withHeading } from './sheetMatch';

const headings = ['No', 'Last', 'First', 'Mail'];

it('gives a heading to a column', () => {
  expect(withHeading({ order: ['No'] }, 'Mail', 'email', headings)).toEqual({ order: ['No'], email: ['Mail'] });
});

it('reads two headings of one column as one, in the order of the file', () => {
  expect(withHeading({ name: ['First'] }, 'Last', 'name', headings)).toEqual({ name: ['Last', 'First'] });
});

it('moves a heading from one column to another, and leaves none empty', () => {
  expect(withHeading({ name: ['Last'], order: ['No'] }, 'Last', 'city', headings)).toEqual({
    order: ['No'],
    city: ['Last'],
  });
});

it('takes a heading away', () => {
  expect(withHeading({ name: ['Last', 'First'] }, 'First', undefined, headings)).toEqual({ name: ['Last'] });
});
