import { Button, Checkbox, Input, InputNumber, Select } from 'antd';
import { type ComponentType, lazy, type ReactNode, Suspense, useRef } from 'react';
import { api, type Schemas } from '../api/client';
import { useDo } from '../setup/useDo';
import type { Block } from './draft';
import type { FieldInfo } from './FieldNode';

const FieldText = lazy(() => import('./FieldText').then((m) => ({ default: m.FieldText })));

export type Around = {
  fields: FieldInfo[];
  ofOrder: boolean;
  /** True for the tracking page. */
  page?: boolean;
  buttons: Schemas['Button'][];
  labels: Record<string, string>;
  pieces?: Schemas['WordingParts'];
  onLabels: (labels: Record<string, string>) => void;
};
/** What a column of blocks needs; the list passes itself, so that neither file needs the other. */
export type ColumnProps = {
  label: string;
  small?: boolean;
  blocks: Block[];
  onChange: (blocks: Block[], what?: string) => void;
  around: Around;
  /** The errors of a block, by its place. */
  wrong: (i: number) => ReactNode;
};
type Props = {
  block: Block;
  onChange: (block: Block, what?: string) => void;
  around: Around;
  Column: ComponentType<ColumnProps>;
};

/** What can be changed in a block. Text is edited where it stands; what an order brings in is named. */
export function BlockForm({ block: b, onChange, around, Column }: Props) {
  const set = (part: Partial<Block>, what?: string) => onChange({ ...b, ...part }, what);
  const text = (mode: 'line' | 'rich', label: string, placeholder: string) => (
    <Suspense fallback={<div className="soft">Loading the editor …</div>}>
      <FieldText
        label={label}
        mode={mode}
        value={b.text ?? ''}
        onChange={(t) => set({ text: t }, 'text')}
        fields={around.fields}
        placeholder={placeholder}
      />
    </Suspense>
  );
  switch (b.kind) {
    case 'heading':
      return <div className="heading">{text('line', 'Heading', 'A heading')}</div>;
    case 'text':
      return text('rich', 'Text', 'Write here. Type / for a field');
    case 'delay':
      return (
        <div className="delay">
          {around.page
            ? text('rich', 'Notice', 'Say what customers should know, such as a holiday')
            : text('rich', 'Notice of delay', 'Say why it’s late and when it will arrive')}
        </div>
      );
    case 'items':
      return (
        <div className="brings">
          <div>All items with picture, quantity and price</div>
          <div className="row">
            {!around.ofOrder && (
              <Select
                size="small"
                className="w170"
                aria-label="Items of"
                value={b.of ?? 'parcel'}
                onChange={(of) => set({ of })}
                options={[
                  { value: 'parcel', label: 'this parcel' },
                  { value: 'order', label: 'the whole order' },
                ]}
              />
            )}
            {!around.ofOrder && (
              <Checkbox checked={!!b.part} onChange={(e) => set({ part: e.target.checked || undefined })}>
                show “2 of 3 items”
              </Checkbox>
            )}
          </div>
        </div>
      );
    case 'parcel':
      return (
        <div className="brings">
          <div>
            Carrier, tracking number, day and link. If the link can’t contain the number, it’s shown large for copying.
          </div>
          <Select
            size="small"
            className="w170"
            aria-label="Link style"
            value={b.style ?? 'button'}
            onChange={(style) => set({ style })}
            options={[
              { value: 'button', label: 'link as a button' },
              { value: 'text', label: 'link as text' },
            ]}
          />
        </div>
      );
    case 'address':
      return <div className="brings">Delivery address: name, street, postcode, city, region, country</div>;
    case 'totals':
      return <div className="brings">Total, and what is paid on delivery</div>;
    case 'parcels':
      return (
        <div className="brings">
          All parcels: progress, what is inside, scans, carrier with number and link, and what is paid on delivery
        </div>
      );
    case 'returns':
      return <div className="brings">Returns so far and the way to a label, where returns are turned on</div>;
    case 'help':
      return (
        <div className="brings">Telephone, e-mail address, links of the brand, and the customer’s preferences</div>
      );
    case 'question':
      if (around.page) return <div className="brings">The question that is open, with its answers</div>;
      return (
        <div className="brings">
          <div>The notice’s buttons. Labels:</div>
          <div className="row">
            {around.buttons.map((q) => (
              <Input
                key={q.id}
                size="small"
                className="w160"
                maxLength={20}
                aria-label={`Label of button “${q.label}”`}
                placeholder={q.label}
                value={around.labels[q.id] ?? ''}
                onChange={(e) => around.onLabels({ ...around.labels, [q.id]: e.target.value })}
              />
            ))}
          </div>
        </div>
      );
    case 'button':
      return (
        <div className="pairs">
          <Suspense fallback={null}>
            <FieldText
              label="Button label"
              mode="line"
              value={b.label ?? ''}
              onChange={(label) => set({ label }, 'label')}
              fields={around.fields}
              placeholder="Button label"
            />
          </Suspense>
          <Suspense fallback={null}>
            <FieldText
              label="Button address"
              mode="line"
              value={b.href ?? ''}
              onChange={(href) => set({ href }, 'href')}
              fields={around.fields}
              placeholder="https://"
            />
          </Suspense>
        </div>
      );
    case 'picture':
      return <PictureForm block={b} set={set} />;
    case 'line':
      return <hr />;
    case 'space':
      return (
        <div className="row soft">
          <InputNumber
            size="small"
            aria-label="Height of the space in pixels"
            min={4}
            max={96}
            value={b.height ?? 16}
            onChange={(height) => set({ height: height ?? 16 }, 'height')}
          />{' '}
          pixels of space
        </div>
      );
    case 'html':
      return (
        <Input.TextArea
          aria-label="HTML"
          className="mono"
          autoSize={{ minRows: 3, maxRows: 18 }}
          value={b.text ?? ''}
          onChange={(e) => set({ text: e.target.value }, 'text')}
          placeholder="<p>Your HTML</p>"
        />
      );
    case 'columns':
      return (
        <div className="cols">
          {(b.columns ?? []).map((column, i) => (
            <Column
              key={i}
              small
              label={`Column ${i + 1}`}
              blocks={column}
              onChange={(blocks, what) =>
                set({ columns: b.columns!.map((c, j) => (j === i ? blocks : c)) }, what && `${i}.${what}`)
              }
              around={around}
              wrong={() => undefined}
            />
          ))}
        </div>
      );
    case 'recommended':
      return <RecommendedForm block={b} set={set} />;
    default:
      return <div className="wrong">Unknown block: {b.kind}</div>;
  }
}

function PictureForm({ block: b, set }: { block: Block; set: (part: Partial<Block>, what?: string) => void }) {
  const file = useRef<HTMLInputElement>(null);
  const { run, busy } = useDo();
  const load = async (f: File | undefined) => {
    const kept = f && (await run(() => api.wordingPicture(f)));
    if (kept) set({ src: kept.url, width: kept.width });
  };
  return (
    <div
      className="picture"
      onDragOver={(e) => e.dataTransfer.types.includes('Files') && e.preventDefault()}
      onDrop={(e) => {
        if (e.dataTransfer.files[0]) {
          e.preventDefault();
          e.stopPropagation();
          load(e.dataTransfer.files[0]);
        }
      }}
    >
      {b.src && <img src={b.src} alt={b.alt ?? ''} style={{ maxWidth: '100%', width: b.width }} />}
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/gif"
        hidden
        onChange={(e) => load(e.target.files?.[0])}
      />
      <div className="row">
        <Button size="small" loading={busy} onClick={() => file.current?.click()}>
          {b.src ? 'Change picture' : 'Choose picture'}
        </Button>
        {b.src && (
          <>
            <InputNumber
              size="small"
              aria-label="Width in pixels"
              min={1}
              max={600}
              value={b.width}
              onChange={(width) => set({ width: width ?? undefined }, 'width')}
            />{' '}
            px wide
          </>
        )}
      </div>
      <Input
        size="small"
        aria-label="Description for those who can’t see it"
        placeholder="Description, for those who can’t see it"
        value={b.alt ?? ''}
        onChange={(e) => set({ alt: e.target.value }, 'alt')}
      />
      <Input
        size="small"
        className="mono"
        aria-label="Link of the picture"
        placeholder="Link (optional): https://"
        value={b.href ?? ''}
        onChange={(e) => set({ href: e.target.value || undefined }, 'href')}
      />
    </div>
  );
}

function RecommendedForm({ block: b, set }: { block: Block; set: (part: Partial<Block>, what?: string) => void }) {
  const items = b.items ?? [];
  const change = (i: number, part: Partial<Schemas['Recommended']>, what: string) =>
    set({ items: items.map((r, j) => (j === i ? { ...r, ...part } : r)) }, `${i}.${what}`);
  return (
    <div className="brings">
      {items.map((r, i) => (
        <div key={i} className="row">
          <Input
            size="small"
            aria-label={`Item ${i + 1}`}
            placeholder="Name"
            value={r.name}
            onChange={(e) => change(i, { name: e.target.value }, 'name')}
          />
          <Input
            size="small"
            className="mono"
            aria-label={`Link of item ${i + 1}`}
            placeholder="https://"
            value={r.href ?? ''}
            onChange={(e) => change(i, { href: e.target.value }, 'href')}
          />
          <Input
            size="small"
            className="w90"
            aria-label={`Price of item ${i + 1}`}
            placeholder="Price"
            value={r.price ?? ''}
            onChange={(e) => change(i, { price: e.target.value || undefined }, 'price')}
          />
          <Button
            size="small"
            aria-label={`Remove item ${i + 1}`}
            onClick={() => set({ items: items.filter((_, j) => j !== i) })}
          >
            ✕
          </Button>
        </div>
      ))}
      {items.length < 3 && (
        <Button size="small" onClick={() => set({ items: [...items, { name: '', href: 'https://' }] })}>
          Add item
        </Button>
      )}
    </div>
  );
}
