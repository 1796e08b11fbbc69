import { useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useDeferredValue } from 'react';
import { api, type Fault, keys, type Schemas } from '../../api/client';
import {
  type Audience,
  addCondition,
  addGroup,
  fieldOf,
  isEveryone,
  type Match,
  newCondition,
  positionOf,
  removeCondition,
  type Spot,
  setCondition,
  setMatch,
} from './audience';
import { ConditionRow } from './ConditionRow';
import { FittingOrders } from './FittingOrders';

type Props = { audience: Audience; onChange: (audience: Audience) => void; faults: Fault[] };

const MATCHES: { value: Match; label: string }[] = [
  { value: 'all', label: 'all conditions apply' },
  { value: 'any', label: 'any condition applies' },
  { value: 'none', label: 'no condition applies' },
];

/** Whom a notice is for: conditions and groups of them, with what they do to the last orders beside. */
export function AudienceEditor({ audience, onChange, faults }: Props) {
  // Typing never waits for the count.
  const asked = useDeferredValue(audience);
  const kinds = useQuery({ queryKey: keys.conditionKinds, queryFn: api.conditionKinds, staleTime: 60_000 });
  const count = useQuery({
    queryKey: keys.audienceCount(asked),
    queryFn: () => api.countAudience(asked),
    placeholderData: (old) => old,
    retry: false,
  });
  const all = kinds.data ?? [];
  const list = (conditions: Audience['conditions'], group?: number) =>
    conditions.map((condition, index) => {
      const at: Spot = { group, index };
      const position = positionOf(audience, at);
      return (
        <ConditionRow
          key={index}
          condition={condition}
          kinds={all}
          count={count.data?.conditions[position]}
          orders={count.data?.orders ?? 0}
          refused={faults.find((f) => f.field === fieldOf(at))?.message}
          name={`Condition ${position + 1}`}
          onChange={(next) => onChange(setCondition(audience, at, next))}
          onRemove={() => onChange(removeCondition(audience, at))}
        />
      );
    });
  const isAlone = audience.conditions.length + audience.groups.length < 2;
  return (
    <section className="audience" aria-label="Audience">
      <div className="label">For whom</div>
      {isEveryone(audience) ? (
        <p className="soft">Everyone. Add a condition to narrow it.</p>
      ) : (
        !(isAlone && audience.match === 'all') && (
          <MatchSelect
            label="The conditions"
            match={audience.match}
            onChange={(m) => onChange(setMatch(audience, undefined, m))}
          />
        )
      )}
      {list(audience.conditions)}
      {audience.groups.map((g, i) => (
        <fieldset key={i} className="conditiongroup" aria-label={`Group ${i + 1}`}>
          <MatchSelect label={`Group ${i + 1}`} match={g.match} onChange={(m) => onChange(setMatch(audience, i, m))} />
          {list(g.conditions, i)}
          <AddCondition
            kinds={all}
            label="Add to the group"
            onAdd={(k) => onChange(addCondition(audience, i, newCondition(k)))}
          />
        </fieldset>
      ))}
      <div className="flex gap6 wrap">
        <AddCondition
          kinds={all}
          label="Add a condition"
          onAdd={(k) => onChange(addCondition(audience, undefined, newCondition(k)))}
        />
        {!isEveryone(audience) && (
          <AddCondition kinds={all} label="Add a group" onAdd={(k) => onChange(addGroup(audience, newCondition(k)))} />
        )}
      </div>
      {faults
        .filter((f) => f.field === 'audience')
        .map((f) => (
          <div key={f.message} className="wrong" role="alert">
            {f.message}
          </div>
        ))}
      {kinds.isError && <Unloaded again={() => kinds.refetch()} />}
      <FittingOrders count={count.data} failed={count.isError} />
    </section>
  );
}

function Unloaded({ again }: { again: () => void }) {
  return (
    <div className="wrong" role="alert">
      The conditions couldn’t be loaded.{' '}
      <Button size="small" type="link" onClick={again}>
        Try again
      </Button>
    </div>
  );
}

function MatchSelect({ label, match, onChange }: { label: string; match: Match; onChange: (match: Match) => void }) {
  return (
    <Select
      aria-label={`${label}: how they are joined`}
      className="full"
      value={match}
      onChange={onChange}
      options={MATCHES}
    />
  );
}

type AddProps = { kinds: Schemas['Kind'][]; label: string; onAdd: (kind: Schemas['Kind']) => void };

/** A list of kinds that adds what is chosen, and is empty again. */
function AddCondition({ kinds, label, onAdd }: AddProps) {
  return (
    <Select
      aria-label={label}
      className="addcondition"
      placeholder={`+ ${label}`}
      value={null}
      showSearch={{ optionFilterProp: 'label' }}
      popupMatchSelectWidth={false}
      loading={kinds.length === 0}
      onChange={(code: string | null) => {
        const kind = kinds.find((k) => k.code === code);
        if (kind) onAdd(kind);
      }}
      options={kinds.map((k) => ({ value: k.code, label: k.label }))}
    />
  );
}
