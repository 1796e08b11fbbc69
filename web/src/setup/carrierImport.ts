import type { Schemas } from '../api/client';

const ORDER = ['new', 'changed', 'unchanged', 'refused'];

/** How many carriers of a file are new, changed and so on, in words, and how many an import would take. */
export function summarize(lines: Pick<Schemas['ImportLine'], 'change'>[]): { words: string; taken: number } {
  const count = (change: string) => lines.filter((l) => l.change === change).length;
  return {
    words:
      ORDER.filter((change) => count(change) > 0)
        .map((change) => `${count(change)} ${change}`)
        .join(', ') || 'no carriers',
    taken: count('new') + count('changed'),
  };
}

/** A postal operator's settings for the form, with what was typed there already. */
export function startFrom(
  operator: Schemas['CarrierBody'],
  typed: Schemas['CarrierBody'],
): Partial<Schemas['CarrierBody']> {
  return {
    ...operator,
    name: typed.name?.trim() || operator.name,
    key: typed.key?.trim() || operator.key,
    linkPattern: typed.linkPattern,
  };
}

/** True where a carrier's number formats are still those it started from. */
export function sameFormats(operator: Schemas['CarrierBody'], carrier: Schemas['CarrierBody']): boolean {
  return JSON.stringify(operator.formats) === JSON.stringify(carrier.formats);
}

/** "2 added, 1 changed", without what is none. */
export function listNumbers({ added, changed }: Pick<Schemas['ImportDone'], 'added' | 'changed'>): string {
  return [added && `${added} added`, changed && `${changed} changed`].filter(Boolean).join(', ');
}
