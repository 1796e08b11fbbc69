import { InputNumber, Select } from 'antd';
import { useState } from 'react';

const UNITS = [
  { value: 'S', label: 'seconds' },
  { value: 'M', label: 'minutes' },
  { value: 'H', label: 'hours' },
  { value: 'D', label: 'days' },
];

/** A duration (ISO 8601) as a number and a unit. */
export function DurationInput({
  id,
  value,
  onChange,
}: {
  id: string;
  value?: string;
  onChange: (duration: string) => void;
}) {
  const seconds = toSeconds(value);
  const [unit, setUnit] = useState(
    seconds % 86400 === 0 && seconds > 0
      ? 'D'
      : seconds % 3600 === 0 && seconds > 0
        ? 'H'
        : seconds % 60 === 0
          ? 'M'
          : 'S',
  );
  const size = { S: 1, M: 60, H: 3600, D: 86400 }[unit]!;
  const make = (n: number, u: string) => onChange(u === 'D' ? `P${n}D` : `PT${n}${u}`);
  return (
    <div className="flex gap4">
      <InputNumber
        id={id}
        min={1}
        precision={0}
        className="w64"
        value={Math.max(1, Math.round(seconds / size))}
        onChange={(n) => make(n ?? 1, unit)}
      />
      <Select
        aria-label="Unit"
        className="grow"
        value={unit}
        onChange={(u) => {
          setUnit(u);
          make(Math.max(1, Math.round(seconds / size)), u);
        }}
        options={UNITS}
      />
    </div>
  );
}

export function toSeconds(duration?: string): number {
  const m = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/.exec(duration ?? '');
  return m ? Number(m[1] ?? 0) * 86400 + Number(m[2] ?? 0) * 3600 + Number(m[3] ?? 0) * 60 + Number(m[4] ?? 0) : 0;
}
