import { describe, expect, it } from 'vitest';
import { asLines, diff } from './diff';
import { begin, blockWords, change, fresh, kinds, move, over, redo, same, undo } from './draft';
import { fieldOf, parse, pieces, write } from './expression';
import { editorToMarkup, linesToEditor, markupToEditor } from './markup';

describe('expressions', () => {
  it.each([
    'order.number',
    'shipTo.city',
    'fallback customer.firstName "there"',
    'upper customer.name',
    'date date.arrives "weekday"',
    'money order.total "plain"',
  ])('%s comes back as it was', (text) => {
    expect(write(parse(text)!)).toBe(text);
  });
  it('leaves alone what a form can not say', () => {
    for (const text of ['#if order.total', '/if', 'else', 'fallback (upper customer.name) "x"', 'arrives 5 "days"'])
      expect(parse(text)).toBeNull();
  });
  it('keeps quotes in other words from ending them', () =>
    expect(write({ field: 'customer.name', fallback: 'the "one"' })).toBe('fallback customer.name "the ’one’"'));
  it('finds the field of a condition', () =>
    expect(['#if order.total', '#if shipTo.city', '/if', 'arrives 5'].map(fieldOf)).toEqual([
      'order.total',
      'shipTo.city',
      undefined,
      undefined,
    ]));
  it('cuts a text at its braces', () =>
    expect(pieces('a {{ b.c }}{{d.e}}!')).toEqual([
      { words: 'a ' },
      { inside: 'b.c' },
      { inside: 'd.e' },
      { words: '!' },
    ]));
});

describe('markup', () => {
  it.each([
    '<p>Hello {{fallback customer.firstName "there"}},</p><p>a &amp; b &lt; c</p>',
    '<ul><li>one {{order.number}}</li><li>two</li></ul>',
    '<p><strong>{{order.total}}</strong> <a href="https://kites.example/help">help</a></p>',
  ])('%s survives the editor', (markup) => {
    expect(editorToMarkup(markupToEditor(markup))).toBe(markup);
  });
  it('does not let a name in braces become an element', () =>
    expect(linesToEditor('{{"><img src=x>}}')).toBe('<p><span data-field="&quot;&gt;&lt;img src=x&gt;"></span></p>'));
});

describe('a draft', () => {
  it('takes typing in one place as one step, and goes back and forth', () => {
    let d = begin({ text: 'a' });
    d = change(d, { text: 'ab' }, 'text', 1000);
    d = change(d, { text: 'abc' }, 'text', 1300);
    d = change(d, { text: 'abc', header: 'h' }, 'header', 1400);
    expect(d.past).toHaveLength(2);
    d = undo(d);
    expect(d.now).toEqual({ text: 'abc' });
    d = undo(d);
    expect(d.now).toEqual({ text: 'a' });
    expect(undo(d)).toBe(d);
    expect(redo(redo(d)).now).toEqual({ text: 'abc', header: 'h' });
  });
  it('takes nothing for nothing', () =>
    expect(
      same(
        { text: 'a', subject: null, blocks: [{ kind: 'line', text: undefined }] },
        { blocks: [{ kind: 'line' }], text: 'a' },
      ),
    ).toBe(true));
  it('inherits what it does not say, a body as one part', () => {
    const base = { subject: 's', preview: 'p', blocks: [{ kind: 'line' }] };
    expect(over({ preview: 'q' }, base)).toMatchObject({ subject: 's', preview: 'q', blocks: [{ kind: 'line' }] });
    expect(over({ text: 'own' }, base).blocks).toBeUndefined();
  });
  it('moves blocks and stays within the list', () => {
    const [a, b, c] = ['heading', 'text', 'line'].map((k) => fresh(k));
    expect(move([a, b, c], 0, 2)).toEqual([b, c, a]);
    expect(move([a, b, c], 2, 1)).toEqual([a, c, b]);
    expect(move([a, b], 0, -1)).toEqual([a, b]);
  });
  it('offers no parcel where there is none, no question where nothing is asked', () => {
    expect(kinds(true, false)).not.toContain('parcel');
    expect(kinds(false, false)).not.toContain('question');
    expect(kinds(false, true)).toContain('question');
  });
  it('keeps the blocks of the page and those of mails apart', () => {
    expect(kinds(true, false, true)).toEqual(
      expect.arrayContaining(['parcels', 'returns', 'help', 'question', 'delay']),
    );
    for (const mail of ['items', 'parcel', 'address', 'totals', 'html'])
      expect(kinds(true, false, true)).not.toContain(mail);
    for (const page of ['parcels', 'returns', 'help']) expect(kinds(false, true)).not.toContain(page);
    expect(blockWords('delay', true)).toBe('Notice');
    expect(blockWords('delay')).toBe('Notice of delay');
    expect(fresh('button', true).href).toBe('https://');
  });
});

describe('a comparison', () => {
  it('puts what came beside what went', () => {
    expect(diff(['a', 'b', 'c'], ['a', 'x', 'c', 'd'])).toEqual([
      { left: 'a', right: 'a', same: true },
      { left: 'b', right: 'x', same: false },
      { left: 'c', right: 'c', same: true },
      { left: undefined, right: 'd', same: false },
    ]);
    expect(diff([], [])).toEqual([]);
  });
  it('reads a wording as lines', () => {
    expect(
      asLines({
        subject: 'S',
        blocks: [
          { kind: 'text', text: '<p>one</p><p>two &amp; three</p>' },
          { kind: 'items', of: 'order' },
        ],
        buttons: { confirm: 'Ja' },
      }),
    ).toEqual(['Subject: S', 'Text: one', 'two & three', 'Items: order', 'Button confirm: Ja']);
  });
});
