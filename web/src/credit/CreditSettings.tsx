import { useQueryClient } from '@tanstack/react-query';
import { Alert, App, Button, Input, Select } from 'antd';
import { type FormEvent, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { FieldFault } from '../people/FieldFault';
import { useForm } from '../people/useForm';

const nameOf = (channel: string) => (channel === 'all' ? 'All channels' : channelLabel(channel));

/** When the team is told, what happens when credit or a limit is used up, and the limits by the month. */
export function CreditSettings({ credit }: { credit: Schemas['CreditView'] }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const form = useForm();
  const [low, setLow] = useState(credit.settings.low === undefined ? '' : String(credit.settings.low ?? ''));
  const [atZero, setAtZero] = useState(credit.settings.atZero);
  const [limits, setLimits] = useState<Record<string, string>>(
    Object.fromEntries(credit.limits.map((l) => [l.channel, l.limit ? String(l.limit) : ''])),
  );
  const save = async (e: FormEvent) => {
    e.preventDefault();
    const saved = await form.send(() =>
      api.saveCreditSettings({
        low: low.trim() || undefined,
        atZero,
        limits: Object.fromEntries(
          Object.entries(limits)
            .filter(([, most]) => most.trim())
            .map(([channel, most]) => [channel, Number(most)]),
        ),
      }),
    );
    if (!saved) return;
    message.success('Saved');
    await queries.invalidateQueries({ queryKey: keys.credit });
  };
  return (
    <form className="form box" onSubmit={save}>
      <h2>Limits</h2>
      <label htmlFor="low">Tell the team by mail when less is left than</label>
      <Input
        id="low"
        className="w140"
        inputMode="decimal"
        placeholder="no warning"
        value={low}
        onChange={(e) => setLow(e.target.value)}
      />
      <FieldFault message={form.faultOf('low')} />
      <label htmlFor="at-zero">When credit or a limit is used up</label>
      <Select
        id="at-zero"
        value={atZero}
        onChange={setAtZero}
        options={[
          { value: 'wait', label: 'messages wait' },
          { value: 'other', label: 'the notice’s next channel is used, else they wait' },
        ]}
      />
      <p className="mt12 mb4">Messages a month at most (a warning goes out at 80 %)</p>
      {credit.limits.map((l) => (
        <div key={l.channel}>
          <div className="row">
            <label htmlFor={`limit-${l.channel}`} className="w140">
              {nameOf(l.channel)}
            </label>
            <Input
              id={`limit-${l.channel}`}
              className="w140"
              inputMode="numeric"
              placeholder="no limit"
              value={limits[l.channel] ?? ''}
              onChange={(e) => setLimits({ ...limits, [l.channel]: e.target.value.replace(/\D/g, '') })}
            />
            <span className="soft">{l.used.toLocaleString('en-GB')} so far</span>
          </div>
          <FieldFault message={form.faultOf(`limits.${l.channel}`)} />
        </div>
      ))}
      {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
      <div className="actions">
        <Button type="primary" htmlType="submit" loading={form.busy}>
          Save
        </Button>
      </div>
    </form>
  );
}
