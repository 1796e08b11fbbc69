import { useQuery } from '@tanstack/react-query';
import { Button, DatePicker, Dropdown, Input, Popover, Select } from 'antd';
import dayjs from 'dayjs';
import { Fragment, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type MessageAsk, type Schemas } from '../api/client';
import { cents } from '../credit/credit';
import { Only } from '../people/rights';
import { ExportProgress } from '../shell/ExportProgress';
import { useExport } from '../shell/useExport';
import { ActOnAll } from './ActOnAll';
import {
  CHOSEN,
  choices,
  filterWords,
  type MessageFilter,
  NAME_WORDS,
  PERIODS,
  rangeOf,
  STATES,
  stateCounts,
  USUAL_PERIOD,
} from './messages';

type Props = {
  filter: MessageFilter;
  ask: MessageAsk;
  page?: Schemas['MessagePage'];
  /** Called with what changes of it. */
  onChange: (part: Partial<MessageFilter>) => void;
};

const FILES = [
  { key: 'csv', label: 'CSV' },
  { key: 'xlsx', label: 'XLSX' },
  { key: 'mbox', label: 'Mailbox of the e-mails' },
];

/** What the list is narrowed to, how many there are of each, and what can be done with all of it. */
export function MessageFilters({ filter, ask, page, onChange }: Props) {
  const counts = stateCounts(page);
  const { exporting, start, stop } = useExport({
    name: 'messages',
    file: (format, id, signal) => api.exportMessages(format, ask, id, signal),
    progress: api.messageExportProgress,
  });
  const pill = (value: string | undefined, label: string, count: number, look: string) => {
    const chosen = filter.state === value;
    return (
      <button
        key={label}
        type="button"
        className={`pill ${chosen ? 'on' : ''}`}
        aria-pressed={chosen}
        onClick={() => onChange({ state: value, reason: undefined })}
      >
        {label} {page && <span className={`mark ${count > 0 ? look : 'v'}`}>{count.toLocaleString('en-GB')}</span>}
      </button>
    );
  };
  const set = CHOSEN.filter((n) => filter[n]);
  return (
    <div className="filters" role="toolbar" aria-label="Filters">
      {pill(undefined, 'All so far', counts.soFar, 'v')}
      {STATES.map((s) => pill(s.value, s.label, counts[s.value] ?? 0, s.look))}
      <Period value={filter.period} onChange={(period) => onChange({ period })} />
      <Search value={filter.search} onChange={(search) => onChange({ search })} />
      {set.map((n, i) => (
        <Fragment key={n}>
          {i > 0 && <span className="soft">and</span>}
          <button type="button" className="pill on" onClick={() => onChange({ [n]: undefined })}>
            {filterWords(n, filter[n]!, page)} ✕
          </button>
        </Fragment>
      ))}
      <Popover
        trigger="click"
        placement="bottomLeft"
        content={
          <div className="form w300">
            {CHOSEN.map((n) => (
              <div key={n}>
                <label htmlFor={`filter-${n}`}>{NAME_WORDS[n]}</label>
                <Select
                  id={`filter-${n}`}
                  allowClear
                  showSearch={{ optionFilterProp: 'label' }}
                  className="full"
                  placeholder="all"
                  value={filter[n]}
                  onChange={(v?: string) => onChange({ [n]: v })}
                  options={choices(page, n)}
                />
              </div>
            ))}
          </div>
        }
      >
        <button type="button" className="pill">
          Add filter
        </button>
      </Popover>
      <span className="push soft">
        {page?.cutOff && 'newest 2,000 matching orders · '}
        {page?.total !== undefined && `${page.total.toLocaleString('en-GB')} message${page.total === 1 ? '' : 's'}`}
        <Costs costs={page?.costs} />
      </span>
      <Only need="work">
        <ActOnAll ask={ask} state={filter.state} total={page?.total ?? 0} />
      </Only>
      {exporting ? (
        <ExportProgress exporting={exporting} noun="message" onStop={stop} />
      ) : (
        <Dropdown menu={{ items: FILES, onClick: ({ key }) => start(key) }} trigger={['click']}>
          <Button size="small">Export</Button>
        </Dropdown>
      )}
    </div>
  );
}

/** What those that were sent have cost, and what is left. */
function Costs({ costs }: { costs?: Schemas['Money'][] }) {
  const credit = useQuery({ queryKey: keys.credit, queryFn: api.credit });
  if (!costs || costs.length === 0) return null;
  return (
    <>
      {' · '}
      {costs.map((c) => cents(c.amount, c.currency ?? '')).join(' + ')}
      {credit.data?.on && (
        <>
          {' · '}
          <Link to="/setup/credit" className="link" title="What is left">
            {cents(credit.data.available, credit.data.currency)} left
          </Link>
        </>
      )}
    </>
  );
}

/** The last so many days, or days that are picked. */
function Period({ value, onChange }: { value?: string; onChange: (period?: string) => void }) {
  const range = rangeOf(value);
  const [picking, setPicking] = useState(false);
  return (
    <>
      <Select
        aria-label="Period"
        className="w140"
        size="small"
        value={range || picking ? 'days' : (value ?? USUAL_PERIOD)}
        onChange={(v: string) => {
          setPicking(v === 'days');
          if (v !== 'days') onChange(v === USUAL_PERIOD ? undefined : v);
        }}
        options={[...PERIODS, { value: 'days', label: 'Choose days' }]}
      />
      {(range || picking) && (
        <DatePicker.RangePicker
          aria-label="Days"
          size="small"
          value={range ? [dayjs(range[0]), dayjs(range[1])] : null}
          onChange={(days) => {
            const [from, to] = days ?? [];
            if (from && to) onChange(`${from.format('YYYY-MM-DD')}..${to.format('YYYY-MM-DD')}`);
          }}
          allowClear={false}
        />
      )}
    </>
  );
}

/** Words are looked for when they are complete. */
function Search({ value, onChange }: { value?: string; onChange: (search?: string) => void }) {
  const [typed, setTyped] = useState(value ?? '');
  useEffect(() => setTyped(value ?? ''), [value]);
  return (
    <Input
      type="search"
      aria-label="Search messages"
      className="w200"
      size="small"
      maxLength={200}
      placeholder="order, customer, address"
      value={typed}
      onChange={(e) => {
        setTyped(e.target.value);
        if (!e.target.value) onChange(undefined);
      }}
      onPressEnter={() => onChange(typed.trim() || undefined)}
    />
  );
}
