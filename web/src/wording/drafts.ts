import { useSyncExternalStore } from 'react';
import type { Versioned } from '../api/versions';
import { begin, type Draft, type Wording } from './draft';

/**
 * Wordings that are being written and not saved yet, by their place. They outlive a look at another language, another
 * place, and a reload of the page; they end with the browser's tab.
 */
export type Unsaved = { draft: Draft; from: Versioned<Wording> };

const STORED = 'herald.wording.drafts';
const drafts = new Map<string, Unsaved>();
const listeners = new Set<() => void>();
let names: ReadonlySet<string> = new Set();

/** @param storage of the tab; what can't be kept there is kept for as long as the page is open */
export function load(storage: Pick<Storage, 'getItem'> | undefined = tabStorage()) {
  drafts.clear();
  try {
    const kept = JSON.parse(storage?.getItem(STORED) ?? '{}') as Record<
      string,
      { now: Wording; from: Versioned<Wording> }
    >;
    // The steps that led there aren't kept; what was written is.
    for (const [name, { now, from }] of Object.entries(kept)) drafts.set(name, { draft: begin(now), from });
  } catch {
    // Written by another version, or by nobody: there's nothing to go on with.
  }
  announce();
}

/** @param name of its place, see {@code nameOf} */
export const findDraft = (name: string) => drafts.get(name);
export const hasDrafts = () => drafts.size > 0;

export function keepDraft(name: string, unsaved: Unsaved, storage = tabStorage()) {
  drafts.set(name, unsaved);
  store(storage);
}

export function dropDraft(name: string, storage = tabStorage()) {
  if (drafts.delete(name)) store(storage);
}

function store(storage: Pick<Storage, 'setItem'> | undefined) {
  try {
    const kept = Object.fromEntries([...drafts].map(([name, { draft, from }]) => [name, { now: draft.now, from }]));
    storage?.setItem(STORED, JSON.stringify(kept));
  } catch {
    // Full, or forbidden: the page itself still has them.
  }
  announce();
}

function announce() {
  const now = new Set(drafts.keys());
  if (now.size === names.size && [...now].every((n) => names.has(n))) return;
  names = now;
  for (const tell of listeners) tell();
}

function tabStorage(): Storage | undefined {
  try {
    return window.sessionStorage;
  } catch {
    return undefined; // forbidden by the browser's settings
  }
}

/** Which places have a draft, kept up to date. */
export function useDrafts() {
  const all = useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => names,
  );
  const places = [...all].map((n) => JSON.parse(n) as string[]);
  return {
    /** @param language of the default text and its versions; all languages where it is left out */
    has: (notice: string, channel: string, language?: string) =>
      places.some((p) => p[0] === notice && p[1] === channel && (!language || p[2] === language)),
  };
}

load();
