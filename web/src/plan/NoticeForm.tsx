import { Button, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { Fault, Schemas } from '../api/client';
import { LINE, SIDE } from '../route/geometry';
import { CHANNEL_WORDS, CHANNELS, minutes, stageWords, toDuration } from '../words';

type Props = { draft: Schemas['NoticeBody']; onChange: (draft: Schemas['NoticeBody']) => void; faults: Fault[] };

const UNITS = [
  { value: 1, label: 'minutes' },
  { value: 60, label: 'hours' },
  { value: 1440, label: 'days' },
];

/** Everything about a notice that can be changed. */
export function NoticeForm({ draft, onChange, faults }: Props) {
  const set = (part: Partial<Schemas['NoticeBody']>) => onChange({ ...draft, ...part });
  const audience = draft.audience ?? {};
  const setAudience = (part: Partial<Schemas['AudienceBody']>) => set({ audience: { ...audience, ...part } });
  const total = minutes(draft.after);
  const [unit, setUnit] = useState(total > 0 && total % 1440 === 0 ? 1440 : total > 0 && total % 60 === 0 ? 60 : 1);
  const wrong = (field: string) =>
    faults
      .filter((f) => f.field === field || f.field.startsWith(`${field}.`) || f.field.startsWith(`${field}[`))
      .map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ));
  return (
    <div className="form">
      <label htmlFor="notice-name">Name</label>
      <Input id="notice-name" value={draft.name ?? ''} onChange={(e) => set({ name: e.target.value })} maxLength={60} />
      {wrong('name')}
      <div className="two">
        <div>
          <label htmlFor="notice-stage">When it is</label>
          <Select
            id="notice-stage"
            style={{ width: '100%' }}
            value={draft.stage}
            onChange={(stage) => set({ stage })}
            options={[...LINE, ...SIDE].map((s) => ({ value: s, label: stageWords(s) }))}
          />
        </div>
        <div>
          <label htmlFor="notice-after">Wait</label>
          <div style={{ display: 'flex', gap: 6 }}>
            <InputNumber
              id="notice-after"
              min={0}
              max={1000}
              precision={0}
              style={{ width: 70 }}
              value={total / unit}
              onChange={(v) => set({ after: toDuration((v ?? 0) * unit) })}
            />
            <Select
              aria-label="Unit of the wait"
              style={{ flex: 1 }}
              value={unit}
              onChange={(u) => {
                setUnit(u);
                set({ after: toDuration(Math.round(total / unit) * u) });
              }}
              options={UNITS}
            />
          </div>
          {wrong('after')}
        </div>
      </div>
      <label htmlFor="notice-channels">Channels, in this order</label>
      <Select
        id="notice-channels"
        mode="multiple"
        style={{ width: '100%' }}
        value={draft.channels ?? []}
        onChange={(channels) => set({ channels })}
        options={CHANNELS.map((c) => ({ value: c, label: CHANNEL_WORDS[c] }))}
      />
      {wrong('channels')}
      <div className="two">
        <div>
          <label htmlFor="notice-rule">Of these</label>
          <Select
            id="notice-rule"
            style={{ width: '100%' }}
            value={draft.rule}
            onChange={(rule) => set({ rule })}
            options={[
              { value: 'first-that-works', label: 'first that works' },
              { value: 'all', label: 'all' },
            ]}
          />
        </div>
        <div>
          <label htmlFor="notice-per">Once per</label>
          <Select
            id="notice-per"
            style={{ width: '100%' }}
            value={draft.per}
            onChange={(per) => set({ per })}
            options={[
              { value: 'order', label: 'order' },
              { value: 'parcel', label: 'parcel' },
              { value: 'occasion', label: 'occasion' },
            ]}
          />
        </div>
      </div>
      <div className="two">
        <div>
          <label htmlFor="notice-payment">Paid (blank: all)</label>
          <Select
            id="notice-payment"
            mode="multiple"
            style={{ width: '100%' }}
            value={audience.payments ?? []}
            onChange={(payments) => setAudience({ payments })}
            options={[
              { value: 'prepaid', label: 'prepaid' },
              { value: 'cash-on-delivery', label: 'cash on delivery' },
            ]}
          />
        </div>
        <div>
          <label htmlFor="notice-countries">Countries (blank: all)</label>
          <Select
            id="notice-countries"
            mode="tags"
            tokenSeparators={[',', ' ']}
            style={{ width: '100%' }}
            value={audience.countries ?? []}
            onChange={(countries: string[]) => setAudience({ countries: countries.map((c) => c.toUpperCase()) })}
            options={[]}
            open={false}
            suffixIcon={null}
          />
          {wrong('audience')}
        </div>
      </div>
      <label htmlFor="notice-hours">Hours where the customer lives</label>
      <div style={{ display: 'flex', gap: 6, alignItems: 'center' }}>
        <Select
          id="notice-hours"
          style={{ width: 110 }}
          value={draft.window ? 'between' : 'any'}
          onChange={(v) => set({ window: v === 'any' ? undefined : { from: '08:00', to: '20:00' } })}
          options={[
            { value: 'any', label: 'any hour' },
            { value: 'between', label: 'between' },
          ]}
        />
        {draft.window && (
          <>
            <Input
              aria-label="From"
              placeholder="08:00"
              maxLength={5}
              style={{ width: 66 }}
              value={draft.window.from}
              onChange={(e) => set({ window: { ...draft.window!, from: e.target.value } })}
            />{' '}
            and{' '}
            <Input
              aria-label="To"
              placeholder="20:00"
              maxLength={5}
              style={{ width: 66 }}
              value={draft.window.to}
              onChange={(e) => set({ window: { ...draft.window!, to: e.target.value } })}
            />
          </>
        )}
      </div>
      {wrong('window')}
      <Buttons draft={draft} set={set} />
      {wrong('buttons')}
      {wrong('wordings')}
    </div>
  );
}

function Buttons({
  draft,
  set,
}: {
  draft: Schemas['NoticeBody'];
  set: (part: Partial<Schemas['NoticeBody']>) => void;
}) {
  const buttons = draft.buttons ?? [];
  const change = (i: number, part: Partial<Schemas['Button']>) =>
    set({ buttons: buttons.map((b, j) => (j === i ? { ...b, ...part } : b)) });
  return (
    <>
      <label>Asks with buttons</label>
      {buttons.map((b, i) => (
        <div key={b.id} style={{ display: 'grid', gridTemplateColumns: '1fr 110px', gap: '4px 6px', marginBottom: 8 }}>
          <Input
            aria-label={`Button ${i + 1} says`}
            value={b.label}
            maxLength={20}
            onChange={(e) => change(i, { label: e.target.value })}
          />
          <Select
            aria-label={`Button ${i + 1} means`}
            value={b.refuses ? 'no' : 'yes'}
            onChange={(v) => change(i, { refuses: v === 'no' })}
            options={[
              { value: 'yes', label: 'goes on' },
              { value: 'no', label: 'stops it' },
            ]}
          />
          <Input
            aria-label={`Button ${i + 1} tags the order`}
            value={b.tag}
            maxLength={40}
            onChange={(e) => change(i, { tag: e.target.value })}
            prefix={<span className="soft">tags the order</span>}
          />
          <Button
            aria-label={`Remove button ${i + 1}`}
            onClick={() => set({ buttons: buttons.filter((_, j) => j !== i) })}
          >
            Remove
          </Button>
        </div>
      ))}
      {buttons.length < 3 && (
        <Button
          size="small"
          onClick={() =>
            set({
              buttons: [
                ...buttons,
                {
                  id: ['confirm', 'cancel', 'other'].find((id) => !buttons.some((b) => b.id === id))!,
                  label: '',
                  tag: '',
                  refuses: false,
                },
              ],
            })
          }
        >
          Add a button
        </Button>
      )}
    </>
  );
}
