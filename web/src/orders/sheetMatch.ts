import type { Schemas } from '../api/client';

/** Which headings make which column, by the column's code. Pure, so that it can be tested without a screen. */
export type Columns = Record<string, string[]>;

/**
 * The columns with a heading given to another one, or to none. A column that has a heading already gets the further one
 * too: both are read as one, in the order of the file.
 */
export function withHeading(columns: Columns, heading: string, code: string | undefined, headings: string[]): Columns {
  const next: Columns = {};
  for (const [c, its] of Object.entries(columns)) {
    const left = its.filter((h) => h !== heading);
    if (left.length > 0) next[c] = left;
  }
  if (code) {
    const its = [...(next[code] ?? []), heading];
    next[code] = its.sort((a, b) => headings.indexOf(a) - headings.indexOf(b));
  }
  return next;
}

/** What was said of the file so far, for saying one thing more. */
export function matchOf(result: Schemas['SheetResult']): Schemas['Match'] {
  return {
    columns: result.columns as Columns,
    onlyColumn: result.onlyColumn,
    onlyValue: result.onlyValue,
  };
}
