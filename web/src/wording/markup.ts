import { pieces } from './expression';

/**
 * How a wording's text becomes what the editor shows, and back. Fields are elements in the editor and braces in the
 * text.
 */

const escapeHtml = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
const attribute = (text: string) => escapeHtml(text).replaceAll('"', '&quot;');

function withFields(text: string): string {
  return pieces(text)
    .map((p) =>
      p.inside !== undefined ? `<span data-field="${attribute(p.inside)}"></span>` : escapeHtml(p.words ?? ''),
    )
    .join('');
}

/** A text of one or more lines: each line is a paragraph of the editor. */
export function linesToEditor(text: string): string {
  return text
    .split('\n')
    .map((line) => `<p>${withFields(line)}</p>`)
    .join('');
}

/** The markup of a text block. */
export function markupToEditor(markup: string): string {
  const body = new DOMParser().parseFromString(markup, 'text/html').body;
  const walker = document.createTreeWalker(body, NodeFilter.SHOW_TEXT);
  const texts: Text[] = [];
  while (walker.nextNode()) texts.push(walker.currentNode as Text);
  for (const t of texts) {
    if (!t.data.includes('{{')) continue;
    const holder = document.createElement('span');
    holder.innerHTML = withFields(t.data);
    t.replaceWith(...holder.childNodes);
  }
  return body.innerHTML;
}

type Node = { type?: string; text?: string; attrs?: Record<string, unknown>; content?: Node[] };

/** What the editor holds, as lines of text. */
export function docToLines(doc: Node): string {
  const inline = (n: Node): string =>
    n.type === 'field'
      ? `{{${String(n.attrs?.inside ?? '')}}}`
      : n.type === 'hardBreak'
        ? '\n'
        : n.text !== undefined
          ? n.text
          : (n.content ?? []).map(inline).join('');
  return (doc.content ?? []).map(inline).join('\n');
}

/** The editor's HTML as the markup of a text block. */
export function editorToMarkup(html: string): string {
  const body = new DOMParser().parseFromString(html, 'text/html').body;
  for (const s of body.querySelectorAll('span[data-field]')) s.replaceWith(`{{${s.getAttribute('data-field') ?? ''}}}`);
  for (const p of body.querySelectorAll('li > p:only-child')) p.replaceWith(...p.childNodes);
  for (const a of body.querySelectorAll('a'))
    for (const x of [...a.attributes]) if (x.name !== 'href') a.removeAttribute(x.name);
  body.normalize();
  return body.innerHTML;
}
