import { Input, InputNumber, Select } from 'antd';
import type { ReactNode } from 'react';
import type { Fault, Schemas } from '../api/client';
import { LINE, SIDE } from '../route/geometry';
import { minutes, perChoices, toDuration } from '../words';
import { NO_NAMES } from './planNames';
import { withSeries } from './series';
import { DEFAULT_QUIET_DAYS, noticeChoices, QUIET, triggerChoice, withTrigger } from './timing';
import { usePlanNames } from './usePlanNames';

export type FieldProps = {
  draft: Schemas['NoticeBody'];
  set: (part: Partial<Schemas['NoticeBody']>) => void;
  /** What the server refused of a field. */
  wrong: (field: string) => ReactNode;
};

/** What was refused of a field or of its parts, as it stands below it. */
export const faultsBelow = (faults: Fault[]) => (field: string) =>
  faults
    .filter((f) => f.field === field || f.field.startsWith(`${field}.`) || f.field.startsWith(`${field}[`))
    .map((f) => (
      <div key={f.message} className="wrong" role="alert">
        {f.message}
      </div>
    ));

export function NameField({ draft, set, wrong }: FieldProps) {
  return (
    <>
      <label htmlFor="notice-name">Name</label>
      <Input id="notice-name" value={draft.name ?? ''} onChange={(e) => set({ name: e.target.value })} maxLength={60} />
      {wrong('name')}
    </>
  );
}

/** What sets it off: a stage, or a carrier's silence. */
export function StageFields({ draft, set, wrong }: FieldProps) {
  const names = usePlanNames();
  const series = names.series.find((s) => s.id === draft.series);
  return (
    <div className="two">
      <div>
        <label htmlFor="notice-stage">Sent when</label>
        <Select
          id="notice-stage"
          className="full"
          showSearch={{ optionFilterProp: 'label' }}
          disabled={!!series}
          value={triggerChoice(series?.series ?? draft)}
          onChange={(chosen) => set({ ...withTrigger(chosen, names), ...perFor(chosen, draft) })}
          options={noticeChoices([...LINE, ...SIDE], names)}
        />
        {wrong('stage')}
        {wrong('answer')}
      </div>
      {draft.quietDays && !series ? (
        <div>
          <label htmlFor="notice-quiet">Days without a scan</label>
          <InputNumber
            id="notice-quiet"
            className="full"
            min={1}
            max={90}
            precision={0}
            value={draft.quietDays}
            onChange={(days) => set({ quietDays: days ?? DEFAULT_QUIET_DAYS })}
          />
          {wrong('quietDays')}
        </div>
      ) : null}
      {(names.series.length > 0 || draft.series) && (
        <div>
          <label htmlFor="notice-series">Part of a series</label>
          <Select
            id="notice-series"
            className="full"
            value={draft.series ?? ''}
            onChange={(id) => set(withSeries(id, names))}
            options={[
              { value: '', label: 'none' },
              ...names.series.map((s) => ({ value: s.id, label: s.series.name ?? '' })),
            ]}
          />
          {series && <p className="soft">The series says what it is counted from.</p>}
          {wrong('series')}
        </div>
      )}
    </div>
  );
}

/** A silence is one of a parcel; everything else may be said as often as before. */
const perFor = (chosen: string, draft: Schemas['NoticeBody']) =>
  chosen === QUIET ? { per: 'parcel' } : { per: withTrigger(chosen, NO_NAMES).returnStep ? 'occasion' : draft.per };

export function AgeField({ draft, set, wrong }: FieldProps) {
  return (
    <>
      <label htmlFor="notice-age">Skip if older than (hours)</label>
      <InputNumber
        id="notice-age"
        min={1}
        max={8760}
        precision={0}
        value={minutes(draft.ageLimit ?? 'PT48H') / 60}
        onChange={(h) => set({ ageLimit: toDuration((h ?? 48) * 60) })}
      />
      {wrong('ageLimit')}
    </>
  );
}

export function RecallField({ draft, set, wrong }: FieldProps) {
  return (
    <>
      <label htmlFor="notice-recall">Messages can be taken back for (minutes)</label>
      <InputNumber
        id="notice-recall"
        min={0}
        max={10}
        precision={0}
        value={minutes(draft.recall ?? 'PT0S')}
        onChange={(m) => set({ recall: toDuration(m ?? 0) })}
      />
      {wrong('recall')}
    </>
  );
}

export function ImportanceField({ draft, set, wrong }: FieldProps) {
  return (
    <>
      <label htmlFor="notice-importance">Importance</label>
      <Select
        id="notice-importance"
        className="full"
        value={draft.importance ?? 'normal'}
        onChange={(importance) => set({ importance })}
        options={[
          { value: 'high', label: 'high: others give way' },
          { value: 'normal', label: 'normal' },
          { value: 'low', label: 'low: gives way first' },
        ]}
      />
      <p className="soft">It only matters if there’s a daily limit, set in Setup, Gateways.</p>
      {wrong('importance')}
    </>
  );
}

export function PerField({ draft, set, wrong }: FieldProps) {
  return (
    <>
      <label htmlFor="notice-per">How often</label>
      <Select
        id="notice-per"
        className="full"
        value={draft.per}
        onChange={(per) => set({ per })}
        options={perChoices(draft.quietDays ? QUIET : (draft.stage ?? ''))}
      />
      {wrong('per')}
    </>
  );
}
