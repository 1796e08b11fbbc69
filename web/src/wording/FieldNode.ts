import { mergeAttributes, Node } from '@tiptap/core';
import { fieldOf } from './expression';

export type FieldInfo = { name: string; meaning: string; sample: string; empty: number; of: number };

/** What a chip shows: the sample of its field where it simply stands for one, else what stands in the braces. */
export function chipWords(inside: string, fields: FieldInfo[]): string {
  const field = fieldOf(inside);
  const known = fields.find((f) => f.name === field);
  if (!known) return inside;
  return inside.startsWith('#') || inside.startsWith('/')
    ? inside.replace(known.name, known.meaning.toLowerCase())
    : known.sample;
}

/** A field in running text: one piece that can't be torn apart. */
export const FieldNode = Node.create<{ fields: FieldInfo[] }>({
  name: 'field',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  addOptions: () => ({ fields: [] }),
  addAttributes: () => ({
    inside: {
      default: '',
      parseHTML: (e: HTMLElement) => e.getAttribute('data-field'),
      renderHTML: (a: Record<string, unknown>) => ({ 'data-field': a.inside }),
    },
  }),
  parseHTML: () => [{ tag: 'span[data-field]' }],
  renderHTML({ HTMLAttributes, node }) {
    const inside = String(node.attrs.inside);
    const name = fieldOf(inside);
    const known = this.options.fields.find((f) => f.name === name);
    return [
      'span',
      mergeAttributes(HTMLAttributes, {
        class: `chip field${known ? '' : ' odd'}`,
        title: known ? `${known.meaning} (${inside})` : `{{${inside}}}`,
      }),
      chipWords(inside, this.options.fields),
    ];
  },
});
