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
 * Saves a document over the one it began from. Where somebody else saved meanwhile, the person compares both and
 * chooses;
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

type Kept<D> = { now: D; from: Versioned<D> };

/** What was typed and not saved yet, by the form's key: closing a form, or going elsewhere and back, loses nothing. */
const unsaved = new Map<string, Kept<unknown>>();

export const hasDraft = (key: string) => unsaved.has(key);

/**
 * What a form edits: as the server shows it until the first change, then the person's own with what it began from.
 *
 * @param key of the document, such as "carrier/skerry"; the draft is found again under it
 */
export function useDraft<D extends object>(shown: Versioned<D>, key: string) {
  const [, render] = useState(0);
  const kept = unsaved.get(key) as Kept<D> | undefined;
  const keep = (next: Kept<D> | undefined) => {
    if (next) unsaved.set(key, next);
    else unsaved.delete(key);
    render((n) => n + 1);
  };
  return {
    now: kept?.now ?? shown.document,
    changed: kept !== undefined,
    set: (part: Partial<D>) => {
      const now = unsaved.get(key) as Kept<D> | undefined; // several in one go build on each other
      keep({ now: { ...(now?.now ?? shown.document), ...part }, from: now?.from ?? shown });
    },
    reset: () => keep(undefined),
    save: <T>(put: (document: D, version: string) => Promise<T>) =>
      saveOver(kept?.now ?? shown.document, kept?.from ?? shown, put),
  };
}

export type Draft<D extends object> = ReturnType<typeof useDraft<D>>;
