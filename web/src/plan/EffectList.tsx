import { Button, Input, Select } from 'antd';
import type { Schemas } from '../api/client';
import { EFFECTS } from './question';
import { usePlanNames } from './usePlanNames';

type Effect = Schemas['AnswerEffect'];
type Props = { of: string; effects: Effect[]; onChange: (effects: Effect[]) => void };

/** What else an answer does, one thing after the other. */
export function EffectList({ of, effects, onChange }: Props) {
  const change = (i: number, effect: Effect) => onChange(effects.map((e, j) => (j === i ? effect : e)));
  return (
    <>
      {effects.map((effect, i) => (
        <div key={i} className="flex gap6 middle">
          <Select
            aria-label={`Effect ${i + 1} of ${of}`}
            className="w150"
            value={effect.kind}
            onChange={(kind) => change(i, { kind })}
            options={EFFECTS.map(({ value, label }) => ({ value, label }))}
          />
          <EffectValue of={of} number={i + 1} effect={effect} onChange={(value) => change(i, { ...effect, value })} />
          <Button
            aria-label={`Remove effect ${i + 1} of ${of}`}
            onClick={() => onChange(effects.filter((_, j) => j !== i))}
          >
            ✕
          </Button>
        </div>
      ))}
      <div>
        <Button
          size="small"
          aria-label={`Add an effect to ${of}`}
          onClick={() => onChange([...effects, { kind: 'note' }])}
        >
          Add an effect
        </Button>
      </div>
    </>
  );
}

type ValueProps = { of: string; number: number; effect: Effect; onChange: (value: string) => void };

function EffectValue({ of, number, effect, onChange }: ValueProps) {
  const { series } = usePlanNames();
  const takes = EFFECTS.find((e) => e.value === effect.kind)?.takes;
  const label = `Value of effect ${number} of ${of}`;
  if (!takes) return <span className="grow" />;
  if (takes === 'series')
    return (
      <Select
        aria-label={label}
        className="grow"
        placeholder="Choose a series"
        value={effect.value}
        onChange={onChange}
        options={series.map((s) => ({ value: s.id, label: s.series.name ?? '' }))}
      />
    );
  return (
    <Input
      aria-label={label}
      className="grow"
      placeholder={takes === 'note' ? 'Delivery wish: {{answer.text}}' : 'Tag'}
      maxLength={takes === 'note' ? 500 : 40}
      value={effect.value ?? ''}
      onChange={(e) => onChange(e.target.value)}
    />
  );
}
