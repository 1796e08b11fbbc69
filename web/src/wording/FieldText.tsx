import { Extension } from '@tiptap/core';
import { EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import Suggestion from '@tiptap/suggestion';
import { Button, Input } from 'antd';
import { useContext, useEffect, useRef, useState } from 'react';
import { directionOf, WritingLanguage } from '../direction';
import { ChipBar } from './ChipBar';
import { FieldMenu, matching } from './FieldMenu';
import { type FieldInfo, FieldNode } from './FieldNode';
import { docToLines, editorToMarkup, linesToEditor, markupToEditor } from './markup';

/** {@code line}: one line; {@code lines}: plain text; {@code rich}: paragraphs, bold, links, lists. */
type Props = {
  label: string;
  mode: 'line' | 'lines' | 'rich';
  value: string;
  onChange: (value: string) => void;
  fields: FieldInfo[];
  placeholder?: string;
  invalid?: boolean;
  inherited?: boolean;
};
type Menu = { items: FieldInfo[]; at: { left: number; top: number }; pick: (f: FieldInfo) => void };

/** A text edited in place, with its fields as chips. A slash opens the list of fields. */
export function FieldText({ label, mode, value, onChange, fields, placeholder, invalid, inherited }: Props) {
  const language = useContext(WritingLanguage);
  const [menu, setMenu] = useState<Menu>();
  const [chosen, setChosen] = useState(0);
  const [chip, setChip] = useState<string>();
  const [marks, setMarks] = useState({
    bold: false,
    italic: false,
    bullets: false,
    numbers: false,
    link: undefined as string | undefined,
    empty: true,
  });
  const [linking, setLinking] = useState<string>();
  const live = useRef({ menu, chosen, fields, onChange, said: value });
  Object.assign(live.current, { menu, chosen, fields, onChange });
  const rich = mode === 'rich';
  const toEditor = rich ? markupToEditor : linesToEditor;

  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        undoRedo: false,
        blockquote: false,
        code: false,
        codeBlock: false,
        heading: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        trailingNode: false,
        dropcursor: false,
        ...(rich
          ? { link: { openOnClick: false, autolink: false } }
          : {
              bold: false,
              italic: false,
              bulletList: false,
              orderedList: false,
              listItem: false,
              listKeymap: false,
              link: false,
              hardBreak: false,
            }),
      }),
      FieldNode.configure({ fields }),
      Extension.create({
        name: 'oneLine',
        addKeyboardShortcuts: (): Record<string, () => boolean> =>
          mode === 'line' ? { Enter: () => true, 'Shift-Enter': () => true } : {},
      }),
      Extension.create({
        name: 'fieldMenu',
        addProseMirrorPlugins() {
          return [
            Suggestion<FieldInfo, FieldInfo>({
              editor: this.editor,
              char: '/',
              items: ({ query }) => matching(live.current.fields, query),
              command: ({ editor: e, range, props }) =>
                e
                  .chain()
                  .focus()
                  .insertContentAt(range, { type: 'field', attrs: { inside: props.name } })
                  .run(),
              render: () => {
                const show = (p: {
                  items: FieldInfo[];
                  clientRect?: (() => DOMRect | null) | null;
                  command: (f: FieldInfo) => void;
                }) => {
                  const rect = p.clientRect?.();
                  setMenu({
                    items: p.items,
                    at: { left: rect?.left ?? 0, top: (rect?.bottom ?? 0) + 4 },
                    pick: p.command,
                  });
                  setChosen(0);
                };
                return {
                  onStart: show,
                  onUpdate: show,
                  onExit: () => setMenu(undefined),
                  onKeyDown: ({ event }) => {
                    const { menu: m, chosen: c } = live.current;
                    if (!m) return false;
                    if (event.key === 'ArrowDown') setChosen((c + 1) % Math.max(1, m.items.length));
                    else if (event.key === 'ArrowUp') setChosen((c + m.items.length - 1) % Math.max(1, m.items.length));
                    else if (event.key === 'Enter' || event.key === 'Tab') {
                      if (m.items[c]) m.pick(m.items[c]);
                    } else if (event.key === 'Escape') setMenu(undefined);
                    else return false;
                    event.stopPropagation();
                    return true;
                  },
                };
              },
            }),
          ];
        },
      }),
    ],
    content: toEditor(value),
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-label': label,
        'aria-multiline': String(mode !== 'line'),
        class: `fieldtext ${mode}`,
      },
      ...(rich
        ? {}
        : {
            handlePaste: (view, event) => {
              const text = event.clipboardData?.getData('text/plain') ?? '';
              view.dispatch(view.state.tr.insertText(mode === 'line' ? text.replace(/\s+/g, ' ') : text));
              return true;
            },
          }),
    },
    onUpdate: ({ editor: e }) => {
      const said = rich ? editorToMarkup(e.getHTML()) : docToLines(e.getJSON());
      live.current.said = said;
      live.current.onChange(said);
    },
    onTransaction: ({ editor: e }) => {
      const node = (e.state.selection as unknown as { node?: { type: { name: string }; attrs: { inside: string } } })
        .node;
      setChip(node?.type.name === 'field' ? node.attrs.inside : undefined);
      const next = {
        bold: e.isActive('bold'),
        italic: e.isActive('italic'),
        bullets: e.isActive('bulletList'),
        numbers: e.isActive('orderedList'),
        link: e.getAttributes('link').href as string | undefined,
        empty: e.state.selection.empty,
      };
      setMarks((old) => (JSON.stringify(old) === JSON.stringify(next) ? old : next));
    },
  });

  useEffect(() => {
    if (!editor || value === live.current.said) return;
    live.current.said = value;
    editor.commands.setContent(toEditor(value), { emitUpdate: false });
  }, [editor, value, toEditor]);

  if (!editor) return null;
  const button = (name: string, on: boolean, words: React.ReactNode, act: () => void) => (
    <button
      key={name}
      type="button"
      className={`tool ${on ? 'on' : ''}`}
      aria-label={name}
      aria-pressed={on}
      title={name}
      onMouseDown={(e) => e.preventDefault()}
      onClick={act}
    >
      {words}
    </button>
  );
  const putField = () => {
    const rect = editor.view.coordsAtPos(editor.state.selection.from);
    if (menu) setMenu(undefined);
    else {
      setChosen(0);
      setMenu({
        items: fields,
        at: { left: rect.left, top: rect.bottom + 4 },
        pick: (f) => {
          editor
            .chain()
            .focus()
            .insertContent({ type: 'field', attrs: { inside: f.name } })
            .run();
          setMenu(undefined);
        },
      });
    }
  };
  return (
    <div
      lang={language}
      dir={directionOf(language)}
      className={`fieldbox ${mode} ${invalid ? 'invalid' : ''} ${inherited ? 'inherited' : ''}`}
      onBlur={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget)) setMenu(undefined);
      }}
    >
      <EditorContent editor={editor} />
      {editor.isEmpty && placeholder && (
        <div className="ghost" aria-hidden="true">
          {placeholder}
        </div>
      )}
      <div className="tools" dir="ltr" role="toolbar" aria-label={`${label}: format`}>
        {rich && button('Bold', marks.bold, <b>B</b>, () => editor.chain().focus().toggleBold().run())}
        {rich && button('Italic', marks.italic, <i>I</i>, () => editor.chain().focus().toggleItalic().run())}
        {rich && button('Bulleted list', marks.bullets, '•', () => editor.chain().focus().toggleBulletList().run())}
        {rich &&
          button('Numbered list 1, 2, 3', marks.numbers, '1', () => editor.chain().focus().toggleOrderedList().run())}
        {rich && button('Link', !!marks.link, 'link', () => setLinking(marks.link ?? 'https://'))}
        {button('Insert a field', !!menu, '/ field', putField)}
      </div>
      {linking !== undefined && (
        <form
          className="chipbar"
          onSubmit={(e) => {
            e.preventDefault();
            const chain = editor.chain().focus().extendMarkRange('link');
            if (linking.trim() === '' || linking.trim() === 'https://') chain.unsetLink().run();
            else if (marks.empty && !marks.link)
              chain
                .insertContent({
                  type: 'text',
                  text: linking.trim(),
                  marks: [{ type: 'link', attrs: { href: linking.trim() } }],
                })
                .run();
            else chain.setLink({ href: linking.trim() }).run();
            setLinking(undefined);
          }}
        >
          <Input
            size="small"
            autoFocus
            className="mono grow"
            aria-label="Link address"
            value={linking}
            onChange={(e) => setLinking(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Escape') {
                e.stopPropagation();
                setLinking(undefined);
              }
            }}
          />
          <Button size="small" htmlType="submit">
            Apply
          </Button>
          {marks.link && (
            <Button
              size="small"
              onClick={() => {
                editor.chain().focus().extendMarkRange('link').unsetLink().run();
                setLinking(undefined);
              }}
            >
              Remove link
            </Button>
          )}
        </form>
      )}
      {chip !== undefined && (
        <ChipBar
          inside={chip}
          fields={fields}
          onChange={(inside) =>
            editor.chain().updateAttributes('field', { inside }).setNodeSelection(editor.state.selection.from).run()
          }
          onRemove={() => editor.chain().focus().deleteSelection().run()}
        />
      )}
      {menu && <FieldMenu items={menu.items} chosen={chosen} at={menu.at} onPick={menu.pick} />}
    </div>
  );
}
