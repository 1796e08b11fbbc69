import { App, Button, Dropdown, Input, Select } from 'antd';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import { api, keys } from '../api/client';
import { useDo } from '../setup/useDo';
import { Sortable, useSortableRow } from '../shell/Sortable';
import { type Around, BlockForm } from './BlockForm';
import { type Block, blockWords, insert, kinds, move, fresh as newBlock } from './draft';

type Props = {
  label: string;
  small?: boolean;
  blocks: Block[];
  onChange: (blocks: Block[], what?: string) => void;
  around: Around;
  wrong: (i: number) => ReactNode;
};

/**
 * Blocks one under the other: moved by dragging, or with Alt and the arrows; added anywhere; kept for use elsewhere.
 */
export function BlockList({ label, small, blocks, onChange, around, wrong }: Props) {
  const prefix = useId();
  const names = useRef<string[]>([]);
  const count = useRef(0);
  // A block keeps its name while it moves, so that what is typed in it stays its own.
  while (names.current.length < blocks.length) names.current.push(`${prefix}${count.current++}`);
  names.current.length = blocks.length;
  const fresh = useRef<string>(undefined);
  const place = (from: number, to: number) => {
    if (to < 0 || to >= blocks.length) return;
    const [name] = names.current.splice(from, 1);
    names.current.splice(to, 0, name);
    onChange(move(blocks, from, to));
  };
  const add = (at: number, block: Block) => {
    names.current.splice(at, 0, `${prefix}${count.current++}`);
    onChange(insert(blocks, at, block));
    fresh.current = names.current[at];
  };
  const drop = (i: number) => {
    names.current.splice(i, 1);
    onChange(blocks.filter((_, j) => j !== i));
  };
  return (
    <div className={`blocks ${small ? 'small' : ''}`} aria-label={label} role="group">
      <Sortable ids={[...names.current]} onMove={place}>
        {blocks.map((b, i) => (
          <BlockCard
            key={names.current[i]}
            id={names.current[i]}
            block={b}
            around={around}
            small={small}
            wrong={wrong(i)}
            begin={fresh.current === names.current[i]}
            first={i === 0}
            last={i === blocks.length - 1}
            onChange={(next, what) =>
              onChange(
                blocks.map((x, j) => (j === i ? next : x)),
                what && `${names.current[i]}.${what}`,
              )
            }
            onMove={(by) => place(i, i + by)}
            onRemove={() => drop(i)}
            onDouble={() => add(i + 1, structuredClone(b))}
            onAdd={(block) => add(i + 1, block)}
          />
        ))}
      </Sortable>
      <AddBlock around={around} small={small} onAdd={(b) => add(blocks.length, b)}>
        <Button size="small" type="dashed">
          Add block
        </Button>
      </AddBlock>
    </div>
  );
}

function AddBlock({
  around,
  small,
  onAdd,
  children,
}: {
  around: Around;
  small?: boolean;
  onAdd: (block: Block) => void;
  children: ReactNode;
}) {
  const saved = around.pieces?.saved ?? [];
  const offered = kinds(around.ofOrder, around.buttons.length > 0, around.page).filter(
    (k) => !small || k !== 'columns',
  );
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items: [
          ...offered.map((k) => ({ key: k, label: blockWords(k, around.page) })),
          ...(saved.length
            ? [{ type: 'divider' as const }, ...saved.map((s) => ({ key: `saved:${s.id}`, label: `Saved: ${s.name}` }))]
            : []),
        ],
        onClick: ({ key }) =>
          onAdd(
            key.startsWith('saved:')
              ? structuredClone(saved.find((s) => `saved:${s.id}` === key)!.block)
              : newBlock(key, around.page),
          ),
      }}
    >
      {children}
    </Dropdown>
  );
}

type CardProps = {
  id: string;
  block: Block;
  around: Around;
  small?: boolean;
  wrong: ReactNode;
  begin: boolean;
  first: boolean;
  last: boolean;
  onChange: (b: Block, what?: string) => void;
  onMove: (by: number) => void;
  onRemove: () => void;
  onDouble: () => void;
  onAdd: (b: Block) => void;
};

function BlockCard({
  id,
  block,
  around,
  small,
  wrong,
  begin,
  first,
  last,
  onChange,
  onMove,
  onRemove,
  onDouble,
  onAdd,
}: CardProps) {
  const { row, handle, isDragging } = useSortableRow(id, onMove);
  const [keeping, setKeeping] = useState<string>();
  const form = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!begin) return;
    // Its editor may still be on its way: the cursor goes in as soon as there is something to write in.
    let frames = 30;
    const put = () => {
      const input = form.current?.querySelector<HTMLElement>(
        '[contenteditable=true], textarea, input:not([role=combobox], [type=checkbox], [hidden])',
      );
      if (input) input.focus();
      else if (frames-- > 0) frame = requestAnimationFrame(put);
    };
    let frame = requestAnimationFrame(put);
    return () => cancelAnimationFrame(frame);
  }, [begin]);
  const words = blockWords(block.kind, around.page);
  const name = `${words} block`;
  const { run, busy, faults } = useDo();
  const { modal } = App.useApp();
  const keep = async () => {
    const kept = await run(() => api.keepBlock(keeping!, block), `Saved as “${keeping}”. Find it under “Add block”`);
    if (kept) setKeeping(undefined);
  };
  const saved = around.pieces?.saved ?? [];
  return (
    <div
      {...row}
      className={`blockcard ${isDragging ? 'dragged' : ''} ${wrong ? 'invalid' : ''}`}
      aria-label={name}
      role="group"
    >
      <div className="blockhead">
        <button
          type="button"
          className="handle"
          {...handle}
          aria-label={`Move: ${name}. Alt and the arrows move it too`}
          title="Drag, or Alt and the arrows"
        >
          ⋮⋮
        </button>
        <span className="kind">{words}</span>
        <Select
          size="small"
          variant="borderless"
          popupMatchSelectWidth={false}
          aria-label={`Show when: ${name}`}
          value={block.when ?? ''}
          onChange={(when) => onChange({ ...block, when: when || undefined })}
          className={block.when ? 'when' : ''}
          options={[
            { value: '', label: 'always' },
            ...(around.pieces?.conditions ?? []).map((c) => ({ value: c.code, label: c.words })),
          ]}
        />
        <span className="grow" />
        <button type="button" className="tool" aria-label={`Up: ${name}`} disabled={first} onClick={() => onMove(-1)}>
          ↑
        </button>
        <button type="button" className="tool" aria-label={`Down: ${name}`} disabled={last} onClick={() => onMove(1)}>
          ↓
        </button>
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'double', label: 'Duplicate' },
              ...(small ? [] : [{ key: 'keep', label: 'Save for reuse' }]),
              ...(saved.length
                ? [
                    {
                      key: 'forget',
                      label: 'Delete a saved block',
                      children: saved.map((s) => ({ key: `forget:${s.id}`, label: s.name })),
                    },
                  ]
                : []),
              { key: 'remove', label: 'Delete', danger: true },
            ],
            onClick: ({ key }) => {
              if (key === 'double') onDouble();
              else if (key === 'keep') setKeeping(words);
              else if (key === 'remove') onRemove();
              else if (key.startsWith('forget:'))
                modal.confirm({
                  title: 'Delete this saved block?',
                  content: 'E-mails that use it keep it.',
                  okText: 'Delete',
                  cancelText: 'Cancel',
                  onOk: () => run(() => api.dropBlock(key.slice('forget:'.length)), 'Deleted'),
                });
            },
          }}
        >
          <button type="button" className="tool" aria-label={`More: ${name}`}>
            …
          </button>
        </Dropdown>
      </div>
      <div ref={form}>
        <BlockForm block={block} onChange={onChange} around={around} Column={BlockList} />
      </div>
      {wrong}
      {keeping !== undefined && (
        <div className="chipbar">
          <Input
            size="small"
            autoFocus
            aria-label="Name of the saved block"
            value={keeping}
            maxLength={60}
            onChange={(e) => setKeeping(e.target.value)}
            onPressEnter={keep}
          />
          <Button size="small" type="primary" loading={busy} onClick={keep}>
            Save block
          </Button>
          <Button size="small" onClick={() => setKeeping(undefined)}>
            Cancel
          </Button>
          {faults.map((f) => (
            <span key={f.message} className="wrong">
              {f.message}
            </span>
          ))}
        </div>
      )}
      {!small && (
        <div className="between">
          <AddBlock around={around} onAdd={onAdd}>
            <button type="button" className="tool" aria-label={`Add block after: ${name}`}>
              +
            </button>
          </AddBlock>
        </div>
      )}
    </div>
  );
}

/** What the pieces of an e-mail are fetched under; kept here, where they are used and changed. */
export const piecesQuery = { queryKey: keys.pieces, queryFn: api.pieces };
