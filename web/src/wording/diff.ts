import type { Schemas } from '../api/client';
import { BLOCK_WORDS } from './draft';

/** Two wordings beside each other, line by line. */

export type Line = { left?: string; right?: string; same: boolean };

const plain = (markup: string) =>
  markup
    .replace(/<\/(p|li)>/g, '\n')
    .replace(/<br\s*\/?>/g, '\n')
    .replace(/<[^>]+>/g, '')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&amp;', '&')
    .trim();

/** A wording as lines a person can read. */
export function asLines(w: Schemas['Wording'] | undefined): string[] {
  if (!w) return [];
  const lines: string[] = [];
  const part = (name: string, value: string | undefined | null) =>
    value != null &&
    value !== '' &&
    lines.push(
      ...value
        .split('\n')
        .filter((l) => l !== '')
        .map((l, i) => (i === 0 ? `${name}: ${l}` : l)),
    );
  part('Subject', w.subject);
  part('Preview line', w.preview);
  part('Header', w.header);
  if (w.html) part('HTML', w.html);
  else if (w.blocks) blockLines(w.blocks, '', lines);
  else part('Text', w.text);
  part('Footer', w.footer);
  if (w.link) part('Link button', `${w.link.label} (${w.link.url})`);
  for (const [id, label] of Object.entries(w.buttons ?? {})) part(`Button ${id}`, label);
  return lines;
}

function blockLines(blocks: Schemas['Block'][], indent: string, lines: string[]): void {
  for (const b of blocks) {
    const words = [
      b.text ? plain(b.text) : '',
      b.label,
      b.href,
      b.src,
      b.alt,
      b.of,
      b.style,
      b.height?.toString(),
      b.when && `(${b.when})`,
    ]
      .filter(Boolean)
      .join(' · ');
    const shown = words.split('\n').filter((l, i) => l !== '' || i === 0);
    for (const [i, l] of shown.entries())
      lines.push(`${indent}${i === 0 ? `${BLOCK_WORDS[b.kind] ?? b.kind}: ` : ''}${l}`.trimEnd());
    for (const c of b.columns ?? []) blockLines(c, `${indent}  `, lines);
    for (const r of b.items ?? []) lines.push(`${indent}  ${r.name} · ${r.href ?? ''}`);
  }
}

/** The longest common subsequence decides what stayed. */
export function diff(left: string[], right: string[]): Line[] {
  const n = left.length;
  const m = right.length;
  const length = Array.from({ length: n + 1 }, () => new Array<number>(m + 1).fill(0));
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--)
      length[i][j] = left[i] === right[j] ? length[i + 1][j + 1] + 1 : Math.max(length[i + 1][j], length[i][j + 1]);
  const lines: Line[] = [];
  let i = 0;
  let j = 0;
  while (i < n || j < m) {
    if (i < n && j < m && left[i] === right[j]) lines.push({ left: left[i++], right: right[j++], same: true });
    else if (j < m && (i >= n || length[i][j + 1] >= length[i + 1][j])) lines.push({ right: right[j++], same: false });
    else lines.push({ left: left[i++], same: false });
  }
  return paired(lines);
}

/** What was taken away and what came in its place stand beside each other. */
function paired(lines: Line[]): Line[] {
  const out: Line[] = [];
  let lefts: string[] = [];
  let rights: string[] = [];
  const flush = () => {
    for (let k = 0; k < Math.max(lefts.length, rights.length); k++)
      out.push({ left: lefts[k], right: rights[k], same: false });
    lefts = [];
    rights = [];
  };
  for (const l of lines) {
    if (l.same) {
      flush();
      out.push(l);
    } else if (l.left !== undefined) lefts.push(l.left);
    else rights.push(l.right!);
  }
  flush();
  return out;
}
