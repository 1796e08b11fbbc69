import { useState } from 'react';
import { Problem } from './client';
import { type Difference, findDifferences, merge } from './merge';

/** A document as the server showed it, with the version it had then. */
export type Versioned<D> = { document: D; version: string };

/** Asks the person which of two changes to keep; undefined where nothing shall be saved now. */
export type Chooser = (differences: Difference[]) => Promise<Difference[] | undefined>;

let choose: Chooser = async () => undefined;

/** The dialog that asks, while it is on the screen. */
export function askWith(chooser: Chooser): () => void {
  choose = chooser;
  return () => {
    if (choose === chooser) choose = async () => undefined;
  };
}

/**
 * Saves a document over the one it began from. Where somebody else saved meanwhile, the person compares both and chooses;
 * what was chosen is saved over theirs, and so on until it holds.
 */
export async function saveOver<D, T>(
  mine: D,
  from: Versioned<D>,
  put: (document: D, version: string) => Promise<T>,
): Promise<T> {
  try {
    return await put(mine, from.version);
  } catch (e) {
    if (!(e instanceof Problem) || e.status !== 412 || !e.version) throw e;
    const theirs = { document: e.current as D, version: e.version };
    const differences = findDifferences(from.document, mine, theirs.document);
    const chosen = differences.length ? await choose(differences) : [];
    if (!chosen) throw new Problem(412, 'Not saved. Your changes are still here.');
    return saveOver(merge(mine, chosen), theirs, put);
  }
}

/** What a form edits: as the server shows it until the first change, then the person's own with what it began from. */
export type Draft<D extends object> = ReturnType<typeof useDraft<D>>;

export function useDraft<D extends object>(shown: Versioned<D>) {
  const [kept, setKept] = useState<{ now: D; from: Versioned<D> }>();
  return {
    now: kept?.now ?? shown.document,
    changed: kept !== undefined,
    set: (part: Partial<D>) =>
      setKept((k) => ({ now: { ...(k?.now ?? shown.document), ...part }, from: k?.from ?? shown })),
    reset: () => setKept(undefined),
    save: <T>(put: (document: D, version: string) => Promise<T>) =>
      saveOver(kept?.now ?? shown.document, kept?.from ?? shown, put),
  };
}
