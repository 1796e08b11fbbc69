/**
 * What stands between two pairs of braces, as far as a form can change it: one field, other words where it is empty,
 * and how it is written.
 */
export type Expression = { field: string; fallback?: string; format?: string };

const FIELD = /^[a-z][A-Za-z]*\.[A-Za-z]+$/;
const FORMATS = ['upper', 'short', 'money', 'date'];

/** Ways to write a field, by what it holds. */
export function formatsOf(field: string): { value: string; label: string }[] {
  if (field === 'order.total') return [{ value: 'money "plain"', label: 'amount with the currency’s code' }];
  if (/\.(placedOn|dispatchedOn|today|arrives)$/.test(field))
    return ['short', 'medium', 'full', 'weekday'].map((s) => ({
      value: `date "${s}"`,
      label: s === 'weekday' ? 'day of the week' : `${s} date`,
    }));
  return [
    { value: 'upper', label: 'in capitals' },
    { value: 'short', label: 'at most 40 letters' },
  ];
}

/** Null for what is more than a form can say, such as a condition. */
export function parse(inside: string): Expression | null {
  const text = inside.trim();
  if (FIELD.test(text)) return { field: text };
  const fallback = /^fallback\s+(\S+)\s+(?:"([^"]*)"|'([^']*)')$/.exec(text);
  if (fallback && FIELD.test(fallback[1])) return { field: fallback[1], fallback: fallback[2] ?? fallback[3] ?? '' };
  const words = text.split(/\s+/);
  if (words.length >= 2 && FORMATS.includes(words[0]) && FIELD.test(words[1]))
    return { field: words[1], format: [words[0], ...words.slice(2)].join(' ') };
  return null;
}

export function write(e: Expression): string {
  if (e.format) {
    const [name, ...rest] = e.format.split(' ');
    return [name, e.field, ...rest].join(' ');
  }
  if (e.fallback !== undefined) return `fallback ${e.field} "${e.fallback.replaceAll('"', '’')}"`;
  return e.field;
}

/** The first field an expression names. */
export function fieldOf(inside: string): string | undefined {
  return /[a-z][A-Za-z]*\.[A-Za-z]+/.exec(inside.replace(/"[^"]*"|'[^']*'/g, ''))?.[0];
}

/** A text cut at its braces: words and what stands in braces, in turn. */
export function pieces(text: string): { words?: string; inside?: string }[] {
  const out: { words?: string; inside?: string }[] = [];
  let from = 0;
  for (const m of text.matchAll(/\{\{(.*?)\}\}/g)) {
    if (m.index > from) out.push({ words: text.slice(from, m.index) });
    out.push({ inside: m[1].trim() });
    from = m.index + m[0].length;
  }
  if (from < text.length) out.push({ words: text.slice(from) });
  return out;
}
