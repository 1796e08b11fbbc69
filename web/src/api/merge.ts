/** Two people's changes of one document: where they differ, and the document that takes some of each. */

export type Difference = {
  /** Names of the properties that lead to the value. */
  path: string[];
  before: unknown;
  mine: unknown;
  theirs: unknown;
  /** What is kept unless the person says otherwise: the value of the one who changed it; mine where both did. */
  keep: 'mine' | 'theirs';
};

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The server leaves out what is empty, forms write it as null or ''. */
const plain = (value: unknown): unknown => {
  if (value === undefined || value === null || value === '') return null;
  if (Array.isArray(value)) return value.map(plain);
  if (isTree(value))
    return Object.fromEntries(
      Object.keys(value)
        .sort()
        .map((name) => [name, plain(value[name])])
        .filter(([, v]) => v !== null),
    );
  return value;
};
export const isSame = (a: unknown, b: unknown) => JSON.stringify(plain(a)) === JSON.stringify(plain(b));

/** Every value that isn't the same in both; lists are compared as a whole. */
export function findDifferences(before: unknown, mine: unknown, theirs: unknown, path: string[] = []): Difference[] {
  if (isSame(mine, theirs)) return [];
  if (isTree(mine) && isTree(theirs)) {
    const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])].sort();
    return names.flatMap((name) =>
      findDifferences(isTree(before) ? before[name] : undefined, mine[name], theirs[name], [...path, name]),
    );
  }
  return [{ path, before, mine, theirs, keep: isSame(before, mine) ? 'theirs' : 'mine' }];
}

function put(tree: unknown, [name, ...rest]: string[], value: unknown): unknown {
  if (name === undefined) return value;
  const copy = { ...(isTree(tree) ? tree : {}) };
  copy[name] = put(copy[name], rest, value);
  return copy;
}

/** My document with their values where theirs are kept. */
export function merge<D>(mine: D, differences: Difference[]): D {
  return differences
    .filter((d) => d.keep === 'theirs')
    .reduce<unknown>((document, d) => put(document, d.path, d.theirs), mine) as D;
}
