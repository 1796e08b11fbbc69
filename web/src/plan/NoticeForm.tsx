import { Button, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { Fault, Schemas } from '../api/client';
import { CHANNELS, channelLabel } from '../channels';
import { LINE, SIDE } from '../route/geometry';
import { minutes, perChoices, stageWords, toDuration } from '../words';
import { AudienceEditor } from './audience/AudienceEditor';
import { EVERYONE } from './audience/audience';

type Props = { draft: Schemas['NoticeBody']; onChange: (draft: Schemas['NoticeBody']) => void; faults: Fault[] };

const UNITS = [
  { value: 1, label: 'minutes' },
  { value: 60, label: 'hours' },
  { value: 1440, label: 'days' },
];

/** Everything about a notice that can be changed. */
export function NoticeForm({ draft, onChange, faults }: Props) {
  const set = (part: Partial<Schemas['NoticeBody']>) => onChange({ ...draft, ...part });
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
          <label htmlFor="notice-stage">Stage</label>
          <Select
            id="notice-stage"
            className="full"
            value={draft.stage}
            onChange={(stage) => set({ stage })}
            options={[...LINE, ...SIDE].map((s) => ({ value: s, label: stageWords(s) }))}
          />
        </div>
        <div>
          <label htmlFor="notice-after">Delay</label>
          <div className="flex gap6">
            <InputNumber
              id="notice-after"
              min={0}
              max={1000}
              precision={0}
              className="w70"
              value={total / unit}
              onChange={(v) => set({ after: toDuration((v ?? 0) * unit) })}
            />
            <Select
              aria-label="Unit of the delay"
              className="grow"
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
      <label htmlFor="notice-channels">Channels, in order</label>
      <Select
        id="notice-channels"
        mode="multiple"
        className="full"
        value={draft.channels ?? []}
        onChange={(channels) => set({ channels })}
        options={CHANNELS.map(({ code: c }) => ({ value: c, label: channelLabel(c) }))}
      />
      {wrong('channels')}
      <div className="two">
        <div>
          <label htmlFor="notice-rule">Send by</label>
          <Select
            id="notice-rule"
            className="full"
            value={draft.rule}
            onChange={(rule) => set({ rule })}
            options={[
              { value: 'first-that-works', label: 'the first that works' },
              { value: 'all', label: 'all' },
            ]}
          />
        </div>
        {draft.rule !== 'all' && (draft.channels?.length ?? 0) > 1 && (
          <div>
            <label htmlFor="notice-fallback">Try the next after (minutes)</label>
            <InputNumber
              id="notice-fallback"
              className="full"
              min={1}
              max={1440}
              value={minutes(draft.fallbackAfter ?? 'PT10M')}
              onChange={(m) => set({ fallbackAfter: toDuration(m ?? 10) })}
            />
            {wrong('fallbackAfter')}
          </div>
        )}
        <div>
          <label htmlFor="notice-per">How often</label>
          <Select
            id="notice-per"
            className="full"
            value={draft.per}
            onChange={(per) => set({ per })}
            options={perChoices(draft.stage ?? '')}
          />
        </div>
      </div>
      <AudienceEditor
        audience={draft.audience ?? EVERYONE}
        onChange={(audience) => set({ audience })}
        faults={faults.filter((f) => f.field.startsWith('audience'))}
      />
      <label htmlFor="notice-hours">Hours, in the customer’s time</label>
      <div className="flex gap6 middle">
        <Select
          id="notice-hours"
          className="w110"
          value={draft.window ? 'between' : 'any'}
          onChange={(v) => set({ window: v === 'any' ? undefined : { from: '08:00', to: '20:00' } })}
          options={[
            { value: 'any', label: 'any time' },
            { value: 'between', label: 'between' },
          ]}
        />
        {draft.window && (
          <>
            <Input
              aria-label="From"
              placeholder="08:00"
              maxLength={5}
              className="w66"
              value={draft.window.from}
              onChange={(e) => set({ window: { ...draft.window!, from: e.target.value } })}
            />{' '}
            and{' '}
            <Input
              aria-label="To"
              placeholder="20:00"
              maxLength={5}
              className="w66"
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
      <div className="label">Question with buttons</div>
      {buttons.map((b, i) => (
        <div key={b.id} className="grid grid-template-columns-1fr-110px gap-4px-6px mb8">
          <Input
            aria-label={`Label of button ${i + 1}`}
            value={b.label}
            maxLength={20}
            onChange={(e) => change(i, { label: e.target.value })}
          />
          <Select
            aria-label={`Effect of button ${i + 1}`}
            value={b.refuses ? 'no' : 'yes'}
            onChange={(v) => change(i, { refuses: v === 'no' })}
            options={[
              { value: 'yes', label: 'continue the order' },
              { value: 'no', label: 'stop messages' },
            ]}
          />
          <Input
            aria-label={`Tag of button ${i + 1}`}
            value={b.tag}
            maxLength={40}
            onChange={(e) => change(i, { tag: e.target.value })}
            prefix={<span className="soft">tag on the order</span>}
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
