import { Checkbox, Input, InputNumber, Select } from 'antd';
import type { Schemas } from '../api/client';
import type { FieldProps } from './NoticeFields';
import { dayWords, delayOf, isAnyHour, isByDay, UNITS, WEEKDAYS, withDelay, withWindow } from './timing';

/** How long a notice waits: minutes and hours by the clock, days by the customer's calendar. */
export function DelayFields({ draft, set, wrong }: FieldProps) {
  const delay = delayOf(draft);
  return (
    <>
      <label htmlFor="notice-after">Delay</label>
      <div className="flex gap6 middle">
        <InputNumber
          id="notice-after"
          min={0}
          max={isByDay(delay.unit) ? 365 : 1000}
          precision={0}
          className="w70"
          value={delay.count}
          onChange={(count) => set(withDelay({ ...delay, count: count ?? 0 }))}
        />
        <Select
          aria-label="Unit of the delay"
          className="grow"
          value={delay.unit}
          onChange={(unit) => set(withDelay({ ...delay, unit }))}
          options={UNITS}
        />
        {isByDay(delay.unit) && (
          <>
            <span className="soft">at</span>
            <Input
              aria-label="Time of day of the delay"
              placeholder="same time"
              maxLength={5}
              className="w90"
              value={delay.at}
              onChange={(e) => set(withDelay({ ...delay, at: e.target.value }))}
            />
          </>
        )}
      </div>
      {wrong('after')}
      {wrong('days')}
    </>
  );
}

/** When a notice may go out, on the customer's clock and calendar. */
export function WindowFields({ draft, set, wrong }: FieldProps) {
  const change = (part: Partial<Schemas['WindowBody']>) => set({ window: withWindow(draft.window, part) });
  return (
    <>
      <label htmlFor="notice-hours">Hours, in the customer’s time</label>
      <div className="flex gap6 middle">
        <Select
          id="notice-hours"
          className="w110"
          value={isAnyHour(draft.window) ? 'any' : 'between'}
          onChange={(v) => change(v === 'any' ? { from: '00:00', to: '00:00' } : { from: '08:00', to: '20:00' })}
          options={[
            { value: 'any', label: 'any time' },
            { value: 'between', label: 'between' },
          ]}
        />
        {draft.window && !isAnyHour(draft.window) && (
          <>
            <Input
              aria-label="From"
              placeholder="08:00"
              maxLength={5}
              className="w66"
              value={draft.window.from}
              onChange={(e) => change({ from: e.target.value })}
            />{' '}
            and{' '}
            <Input
              aria-label="To"
              placeholder="20:00"
              maxLength={5}
              className="w66"
              value={draft.window.to}
              onChange={(e) => change({ to: e.target.value })}
            />
          </>
        )}
      </div>
      <Select
        aria-label="Days of the week (blank: every day)"
        mode="multiple"
        className="full mt6"
        placeholder="every day of the week"
        value={draft.window?.days ?? []}
        onChange={(days) => change({ days })}
        options={WEEKDAYS.map((d) => ({ value: d, label: dayWords(d) }))}
      />
      <Checkbox
        className="mt6"
        checked={draft.window?.skipHolidays ?? false}
        onChange={(e) => change({ skipHolidays: e.target.checked })}
      >
        Not on public holidays at the destination
      </Checkbox>
      {wrong('window')}
    </>
  );
}
