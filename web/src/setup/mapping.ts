import type { Mapping, Pointer, Schemas } from '../api/client';

/** Pointing at values in a sample. Pure, so that it can be tested without a screen. */

export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** One step of a JSONPath (RFC 9535): by name where the name is plain, in brackets where it is not. */
export function step(key: string | number): string {
  if (typeof key === 'number') return `[${key}]`;
  return /^[A-Za-z_][A-Za-z0-9_]*$/.test(key) ? `.${key}` : `['${key.replace(/\\/g, '\\\\').replace(/'/g, "\\'")}']`;
}

/**
 * The mapping with a target pointed at the value under a path. A value inside a list makes the list repeat by itself.
 */
export function pointAt(mapping: Mapping, target: Schemas['TargetView'], path: string): Mapping {
  const inEach = mapping.each ? path.replace(mapping.each.replace('[*]', '[0]'), '$') : path;
  if (!target.list)
    return {
      ...mapping,
      fields: {
        ...mapping.fields,
        [target.code]: { path: inEach, steps: mapping.fields[target.code]?.steps ?? usual(target.code) },
      },
    };
  const leaf = target.code.slice(target.list.length + 1);
  const cut = inEach.lastIndexOf('[', inEach.search(/\[\d+\](?!.*\[\d+\])/));
  const inList = cut >= 0 && /\[\d+\]/.test(inEach);
  const listPath = inList ? `${inEach.slice(0, cut)}[*]` : '$';
  const rest = inList ? `$${inEach.slice(inEach.indexOf(']', cut) + 1)}` : inEach;
  const list = mapping.lists[target.list];
  const fields = list && list.path === listPath ? list.fields : {};
  return {
    ...mapping,
    lists: {
      ...mapping.lists,
      [target.list]: {
        path: listPath,
        fields: { ...fields, [leaf]: { path: rest, steps: fields[leaf]?.steps ?? usual(target.code) } },
      },
    },
  };
}

export function pointerOf(mapping: Mapping, target: Schemas['TargetView']): Pointer | undefined {
  return target.list
    ? mapping.lists[target.list]?.fields[target.code.slice(target.list.length + 1)]
    : mapping.fields[target.code];
}

/** The mapping with a target's pointer changed, or taken away. */
export function withPointer(mapping: Mapping, target: Schemas['TargetView'], pointer: Pointer | undefined): Mapping {
  const set = (fields: Record<string, Pointer>, name: string) => {
    const { [name]: _, ...others } = fields;
    return pointer ? { ...others, [name]: pointer } : others;
  };
  if (!target.list) return { ...mapping, fields: set(mapping.fields, target.code) };
  const list = mapping.lists[target.list] ?? { path: '$', fields: {} };
  return {
    ...mapping,
    lists: {
      ...mapping.lists,
      [target.list]: { ...list, fields: set(list.fields, target.code.slice(target.list.length + 1)) },
    },
  };
}

/** Formatters that a target wants more often than not. */
function usual(code: string): Pointer['steps'] {
  return code === 'customer.phone' ? [{ kind: 'PHONE' }] : [];
}

/** Which target a path of the sample feeds, if any: shown as its chip. */
export function targetAt(
  mapping: Mapping,
  targets: Schemas['TargetView'][],
  path: string,
): Schemas['TargetView'] | undefined {
  const plain = (p: string) => p.replace(/\[\d+\]/g, '[*]');
  return targets.find((t) => {
    const p = pointerOf(mapping, t);
    if (!p) return false;
    const full = t.list ? mapping.lists[t.list].path + p.path.slice(1) : p.path;
    return plain((mapping.each ?? '$') + full.slice(1)) === plain(path);
  });
}

/** Status words of the sample and of the arrivals that nobody mapped yet. */
export function unmappedWords(reasons: (string | undefined)[], stages: Record<string, string>): string[] {
  const words = reasons.flatMap((r) =>
    [...(r ?? '').matchAll(/Status word "([^"]+)"/g)].map((m) => m[1].toLowerCase()),
  );
  return [...new Set(words)].filter((w) => !(w in stages));
}
