import { useQueryClient } from '@tanstack/react-query';
import { App, Button, Checkbox, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { type Fault, keys, Problem, type Schemas } from '../api/client';
import { saveOver } from '../api/versions';
import { LINE, SIDE } from '../route/geometry';
import { formKeys } from '../shell/escape';
import { faultsBelow } from './NoticeFields';
import { refreshChecks } from './refresh';
import { ENDS } from './series';
import { DEFAULT_QUIET_DAYS, triggerChoice, triggerChoices, withTrigger } from './timing';
import { usePlanNames } from './usePlanNames';

type Body = Schemas['SeriesBody'];
type Props = {
  document: Body;
  version?: string;
  save: (body: Body, version: string) => Promise<Schemas['SeriesView']>;
  onDone: () => void;
  onCancel: () => void;
};

/** A series: what its notices are counted from, and what ends it. */
export function SeriesForm({ document, version = '', save, onDone, onCancel }: Props) {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const names = usePlanNames();
  const [draft, setDraft] = useState(document);
  const [faults, setFaults] = useState<Fault[]>([]);
  const [busy, setBusy] = useState(false);
  const set = (part: Partial<Body>) => setDraft({ ...draft, ...part });
  const wrong = faultsBelow(faults);
  const keep = async () => {
    setBusy(true);
    setFaults([]);
    try {
      await (version === '' ? save(draft, '') : saveOver(draft, { document, version }, save));
      queries.invalidateQueries({ queryKey: keys.series });
      queries.invalidateQueries({ queryKey: keys.plan });
      refreshChecks(queries);
      message.success('Saved');
      onDone();
    } catch (e) {
      setFaults(e instanceof Problem ? e.errors : []);
      message.error((e as Error).message, 6);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section
      className="box form"
      aria-label={version === '' ? 'New series' : `Series ${document.name}`}
      onKeyDown={formKeys(keep, onCancel)}
    >
      <label htmlFor="series-name">Name</label>
      <Input
        id="series-name"
        maxLength={60}
        placeholder="After delivery"
        value={draft.name ?? ''}
        onChange={(e) => set({ name: e.target.value })}
      />
      {wrong('name')}
      <label htmlFor="series-start">Counted from when</label>
      <Select
        id="series-start"
        className="full"
        showSearch={{ optionFilterProp: 'label' }}
        value={triggerChoice(draft)}
        onChange={(chosen) => set(withTrigger(chosen, names))}
        options={triggerChoices([...LINE, ...SIDE], names)}
      />
      {wrong('stage')}
      {wrong('answer')}
      {draft.quietDays ? (
        <>
          <label htmlFor="series-quiet">Days without a scan</label>
          <InputNumber
            id="series-quiet"
            min={1}
            max={90}
            precision={0}
            value={draft.quietDays}
            onChange={(days) => set({ quietDays: days ?? DEFAULT_QUIET_DAYS })}
          />
          {wrong('quietDays')}
        </>
      ) : null}
      <fieldset className="bare">
        <legend className="label">Ends when</legend>
        {ENDS.map((end) => (
          <div key={end.value}>
            <Checkbox
              checked={draft.ends?.includes(end.value)}
              onChange={(e) =>
                set({
                  ends: e.target.checked
                    ? [...(draft.ends ?? []), end.value]
                    : (draft.ends ?? []).filter((x) => x !== end.value),
                })
              }
            >
              {end.label}
            </Checkbox>
          </div>
        ))}
      </fieldset>
      {wrong('ends')}
      <label htmlFor="series-tags">Or the order is tagged</label>
      <Select
        id="series-tags"
        className="full"
        mode="tags"
        open={false}
        suffixIcon={null}
        placeholder="no tag"
        tokenSeparators={[',']}
        value={draft.endTags ?? []}
        onChange={(endTags: string[]) => set({ endTags })}
      />
      {wrong('endTags')}
      <div className="actions">
        <Button type="primary" loading={busy} onClick={keep} title="Ctrl+Enter">
          Save series
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </div>
    </section>
  );
}
