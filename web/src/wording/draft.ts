import type { Schemas } from '../api/client';

/**
 * A wording as it is being written: its own parts, what they were before, and what was taken back. Pure, so that it can
 * be tested without a screen.
 */

export type Wording = Schemas['Wording'];
export type Block = Schemas['Block'];
export type Draft = { now: Wording; past: Wording[]; future: Wording[]; last?: { what: string; at: number } };

const MOST = 200;
/** Typing within this time is one step. */
const TOGETHER_MS = 800;

export const begin = (wording: Wording): Draft => ({ now: wording, past: [], future: [] });

/** @param what names the place that is typed in, so that one word is not ten steps; undefined for a step of its own */
export function change(d: Draft, next: Wording, what: string | undefined, at: number): Draft {
  if (same(d.now, next)) return d;
  const together = what !== undefined && d.last?.what === what && at - d.last.at < TOGETHER_MS;
  return {
    now: next,
    past: together ? d.past : [...d.past, d.now].slice(-MOST),
    future: [],
    last: what === undefined ? undefined : { what, at },
  };
}

export function undo(d: Draft): Draft {
  const before = d.past[d.past.length - 1];
  return before ? { now: before, past: d.past.slice(0, -1), future: [d.now, ...d.future] } : d;
}

export function redo(d: Draft): Draft {
  const [next, ...rest] = d.future;
  return next ? { now: next, past: [...d.past, d.now], future: rest } : d;
}

/** Equal in what they say; a part that is missing is a part that is inherited. */
export const same = (a: unknown, b: unknown) => JSON.stringify(tidy(a)) === JSON.stringify(tidy(b));

function tidy(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(tidy);
  if (value && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value)
        .filter(([, v]) => v !== null && v !== undefined)
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([k, v]) => [k, tidy(v)]),
    );
  return value;
}

/** Its own parts over what it inherits. A body is one part. */
export function over(own: Wording, inherited: Wording | undefined): Wording {
  if (!inherited) return own;
  const body = own.blocks != null || !!own.text || !!own.html;
  return {
    subject: own.subject ?? inherited.subject,
    preview: own.preview ?? inherited.preview,
    header: own.header ?? inherited.header,
    footer: own.footer ?? inherited.footer,
    link: own.link ?? inherited.link,
    buttons: own.buttons ?? inherited.buttons,
    text: body ? own.text : inherited.text,
    blocks: body ? own.blocks : inherited.blocks,
    html: body ? own.html : inherited.html,
  };
}

export function insert(blocks: Block[], at: number, block: Block): Block[] {
  return [...blocks.slice(0, at), block, ...blocks.slice(at)];
}

export function move(blocks: Block[], from: number, to: number): Block[] {
  if (to < 0 || to >= blocks.length || from === to) return blocks;
  const rest = blocks.filter((_, i) => i !== from);
  return insert(rest, to, blocks[from]);
}

export const BLOCK_WORDS: Record<string, string> = {
  heading: 'Heading',
  text: 'Text',
  items: 'Items',
  parcel: 'Parcel',
  address: 'Address',
  totals: 'Totals',
  button: 'Button',
  question: 'Question',
  picture: 'Picture',
  columns: 'Columns',
  line: 'Line',
  space: 'Space',
  delay: 'Notice of delay',
  recommended: 'Recommended items',
  html: 'HTML',
  parcels: 'Parcels',
  returns: 'Returns',
  help: 'Help and links',
};

const ONLY_PAGE = ['parcels', 'returns', 'help'];
const ONLY_MAIL = ['items', 'parcel', 'address', 'totals', 'html'];

/** What a block is called; a page has no mail's delay, but notices of all kinds. */
export const blockWords = (kind: string, page = false) =>
  page && kind === 'delay' ? 'Notice' : (BLOCK_WORDS[kind] ?? kind);

/** A new block of a kind. */
export function fresh(kind: string, page = false): Block {
  switch (kind) {
    case 'heading':
      return { kind, text: '' };
    case 'text':
      return { kind, text: '' };
    case 'delay':
      return { kind, text: '' };
    case 'items':
      return { kind, of: 'parcel' };
    case 'button':
      return { kind, label: '', href: page ? 'https://' : '{{parcel.trackingLink}}' };
    case 'picture':
      return { kind, alt: '' };
    case 'space':
      return { kind, height: 16 };
    case 'html':
      return { kind, text: '' };
    case 'columns':
      return { kind, columns: [[{ kind: 'text', text: '' }], [{ kind: 'text', text: '' }]] };
    case 'recommended':
      return { kind, items: [{ name: '', href: 'https://' }] };
    default:
      return { kind };
  }
}

/** The kinds that make sense for a notice, or for the tracking page. */
export function kinds(ofOrder: boolean, asks: boolean, page = false): string[] {
  if (page) return Object.keys(BLOCK_WORDS).filter((k) => !ONLY_MAIL.includes(k));
  return Object.keys(BLOCK_WORDS).filter(
    (k) => !ONLY_PAGE.includes(k) && (!ofOrder || (k !== 'parcel' && k !== 'delay')) && (asks || k !== 'question'),
  );
}
