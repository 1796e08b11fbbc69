import { Input, Select } from 'antd';
import type { Schemas } from '../../api/client';
import { type Condition, newCondition } from './audience';

type Props = {
  condition: Condition;
  kinds: Schemas['Kind'][];
  count: Schemas['ConditionCount'] | undefined;
  /** How many orders were counted over. */
  orders: number;
  /** What the server refused, when it was saved. */
  refused: string | undefined;
  /** For labels: "Condition 2". */
  name: string;
  onChange: (condition: Condition) => void;
  onRemove: () => void;
};

/** One condition: what it is about, what it compares with, and how many of the last orders meet it. */
export function ConditionRow({ condition, kinds, count, orders, refused, name, onChange, onRemove }: Props) {
  const kind = kinds.find((k) => k.code === condition.kind);
  const isFaulty = count?.fault != null;
  const isStarted = condition.values.length > 0 || !!condition.from || !!condition.to;
  return (
    <div className="condition">
      <div className="flex gap6 middle">
        <Select
          aria-label={`${name}: about`}
          className="grow"
          showSearch={{ optionFilterProp: 'label' }}
          value={condition.kind}
          onChange={(code) => {
            const next = kinds.find((k) => k.code === code);
            if (next) onChange(newCondition(next));
          }}
          options={kinds.map((k) => ({ value: k.code, label: k.label }))}
        />
        <button type="button" className="plain" aria-label={`Remove ${name.toLowerCase()}`} onClick={onRemove}>
          ✕
        </button>
      </div>
      {kind && <Values condition={condition} kind={kind} name={name} onChange={onChange} />}
      {refused || (isFaulty && isStarted) ? (
        <div className="wrong" role="alert">
          {refused ?? count?.fault}
        </div>
      ) : (
        count?.orders != null &&
        orders > 0 && (
          <div className="soft">
            {count.orders === 0 ? (
              <span className="mark bad">no order of the last 30 days meets this</span>
            ) : (
              `${count.orders} of ${orders} orders`
            )}
          </div>
        )
      )}
    </div>
  );
}

type ValuesProps = {
  condition: Condition;
  kind: Schemas['Kind'];
  name: string;
  onChange: (condition: Condition) => void;
};

/** What a condition compares with, entered in the way its kind asks for. */
function Values({ condition, kind, name, onChange }: ValuesProps) {
  const set = (part: Partial<Condition>) => onChange({ ...condition, ...part });
  switch (kind.entry) {
    case 'CHOICES':
      return (
        <Select
          aria-label={`${name}: ${kind.label}`}
          mode="multiple"
          className="full"
          placeholder="Choose"
          showSearch={{ optionFilterProp: 'label' }}
          value={condition.values}
          onChange={(values) => set({ values })}
          options={kind.choices}
        />
      );
    case 'PATTERNS':
      return (
        <Select
          aria-label={`${name}: ${kind.label}`}
          mode="tags"
          className="full"
          tokenSeparators={[',']}
          placeholder="Type or choose; * stands for anything"
          value={condition.values}
          onChange={(values) => set({ values })}
          options={kind.choices}
        />
      );
    case 'AMOUNTS':
      return (
        <div className="flex gap6 middle">
          <Select
            aria-label={`${name}: currency`}
            className="w80"
            showSearch={{ optionFilterProp: 'label' }}
            value={condition.values[0]}
            onChange={(currency) => set({ values: [currency] })}
            options={kind.choices}
          />
          <Ends condition={condition} name={name} type="text" set={set} />
        </div>
      );
    case 'NUMBERS':
      return (
        <div className="flex gap6 middle">
          <Ends condition={condition} name={name} type="text" set={set} />
        </div>
      );
    case 'DAYS':
      return (
        <div className="flex gap6 middle">
          <Ends condition={condition} name={name} type="date" set={set} />
        </div>
      );
  }
}

type EndsProps = {
  condition: Condition;
  name: string;
  type: 'text' | 'date';
  set: (part: Partial<Condition>) => void;
};

/** Both ends of a range; either may be left empty. */
function Ends({ condition, name, type, set }: EndsProps) {
  return (
    <>
      <span className="soft">from</span>
      <Input
        aria-label={`${name}: from`}
        type={type}
        className="grow"
        maxLength={20}
        value={condition.from ?? ''}
        onChange={(e) => set({ from: e.target.value || undefined })}
      />
      <span className="soft">to</span>
      <Input
        aria-label={`${name}: to`}
        type={type}
        className="grow"
        maxLength={20}
        value={condition.to ?? ''}
        onChange={(e) => set({ to: e.target.value || undefined })}
      />
    </>
  );
}
