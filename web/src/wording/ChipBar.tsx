import { Button, Input, Select } from 'antd';
import { formatsOf, parse, write } from './expression';
import type { FieldInfo } from './FieldNode';

type Props = { inside: string; fields: FieldInfo[]; onChange: (inside: string) => void; onRemove: () => void };

/** What can be said of the chosen chip: other words where the field is empty, and how it is written. */
export function ChipBar({ inside, fields, onChange, onRemove }: Props) {
  const e = parse(inside);
  const known = fields.find((f) => f.name === e?.field);
  return (
    <div className="chipbar">
      {e ? (
        <>
          <span>
            <b>{known?.meaning ?? e.field}</b> <span className="mono soft">{e.field}</span>
            {known && known.empty > 0 && (
              <span className="mark gold">
                {' '}
                empty in {known.empty} of {known.of}
              </span>
            )}
          </span>
          {!e.format && (
            <Input
              size="small"
              prefix={<span className="soft w190">if empty:</span>}
              aria-label="Text if it is empty"
              placeholder="hold the message"
              value={e.fallback ?? ''}
              onChange={(x) =>
                onChange(write({ field: e.field, fallback: x.target.value === '' ? undefined : x.target.value }))
              }
            />
          )}
          {e.fallback === undefined && (
            <Select
              size="small"
              className="w150"
              aria-label="Format"
              value={e.format ?? ''}
              onChange={(format) => onChange(write({ field: e.field, format: format || undefined }))}
              options={[{ value: '', label: 'as it is' }, ...formatsOf(e.field)]}
            />
          )}
        </>
      ) : (
        <Input
          size="small"
          className="mono grow"
          aria-label="Expression"
          value={inside}
          onChange={(x) => onChange(x.target.value)}
        />
      )}
      <Button size="small" onMouseDown={(x) => x.preventDefault()} onClick={onRemove}>
        Remove
      </Button>
    </div>
  );
}
