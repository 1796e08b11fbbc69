import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Dropdown, Input, Popover, Select } from 'antd';
import { Fragment, useState } from 'react';
import { api, keys, type OrderFilter, type Schemas } from '../api/client';
import { Only } from '../people/rights';
import { ExportProgress } from '../shell/ExportProgress';
import { useExport } from '../shell/useExport';
import { counted, STAGE_WORDS } from '../words';
import { MESSAGE_WORDS, NAMES, toAddress, words } from './filter';

/** Each is a view of its own: choosing one leaves the others. What is to hold together is added as a filter. */
type Attention = Exclude<keyof Schemas['Attention'], 'atMost'>;

/** Views that are there for everyone; those that only speak of trouble show while there is some. */
const READY_VIEWS: { label: string; view: OrderFilter; counted?: Attention; trouble?: boolean }[] = [
  { label: 'Cancellation requested', view: { askedToCancel: 'true' }, counted: 'askedToCancel', trouble: true },
  { label: 'Waiting for gateway', view: { message: 'waiting' }, counted: 'waiting', trouble: true },
  { label: 'No recent scans', view: { quietDays: '3' } },
  { label: 'No contact details', view: { noContact: 'true' }, counted: 'noContact' },
];

type Props = {
  filter: OrderFilter;
  choices?: Schemas['Choices'];
  dense: boolean;
  onDensity: () => void;
  onChange: (filter: OrderFilter) => void;
  onLoad: () => void;
};

/**
 * The conditions the list is narrowed by, each a pill to take away; views that were kept; and what can be done with all
 * of it.
 */
export function FilterBar({ filter, choices, dense, onDensity, onChange, onLoad }: Props) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [name, setName] = useState('');
  const { exporting, start, stop } = useExport({
    name: 'orders',
    file: (format, id, signal) => api.exportOrders(format, filter, id, signal),
    progress: api.exportProgress,
  });
  const set = NAMES.filter((n) => filter[n]);
  const count = useQuery({
    queryKey: ['orders-count', filter],
    queryFn: () => api.ordersCount(filter),
    enabled: set.length > 0,
    placeholderData: (old) => old,
  });
  const attention = useQuery({ queryKey: keys.ordersAttention, queryFn: api.ordersAttention });
  const number = (kind?: Attention) => (kind ? (attention.data?.[kind] ?? 0) : 0);
  const address = toAddress(filter).slice(1);
  const ready = READY_VIEWS.map((r) => r.view).find((view) => toAddress(view) === toAddress(filter));
  const keep = async () => {
    try {
      await api.keepView(name.trim(), address);
      setName('');
      await queries.invalidateQueries({ queryKey: ['orders-choices'] });
      message.success('View saved');
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  const drop = async (id: number) => {
    await api.dropView(id);
    await queries.invalidateQueries({ queryKey: ['orders-choices'] });
  };
  const pick = (n: keyof OrderFilter, label: string, options: { value: string; label: string }[]) => (
    <div key={n}>
      <label htmlFor={`filter-${n}`}>{label}</label>
      <Select
        id={`filter-${n}`}
        allowClear
        showSearch={{ optionFilterProp: 'label' }}
        className="full"
        value={filter[n]}
        placeholder="all"
        onChange={(v?: string) => onChange({ ...filter, [n]: v })}
        options={options}
      />
    </div>
  );
  const plain = (list?: string[]) => (list ?? []).map((v) => ({ value: v, label: v }));
  return (
    <div className="filters">
      <button type="button" className={`pill ${set.length === 0 ? 'on' : ''}`} onClick={() => onChange({})}>
        All orders
      </button>
      {READY_VIEWS.filter((r) => !r.trouble || r.view === ready || number(r.counted) > 0).map(
        ({ label, view, counted, trouble }) => (
          <button
            key={label}
            type="button"
            className={`pill ${view === ready ? 'on' : ''}`}
            aria-pressed={view === ready}
            onClick={() => onChange(view === ready ? {} : view)}
          >
            {label}{' '}
            {number(counted) > 0 && (
              <span className={`mark ${trouble ? 'bad' : 'v'} badge`}>
                {number(counted) < attention.data!.atMost ? number(counted) : `${number(counted) - 1}+`}
              </span>
            )}
            {view === ready && ' ✕'}
          </button>
        ),
      )}
      {choices?.views.map((v) => (
        <span key={v.id} className={`pill view ${v.query === address ? 'on' : ''}`}>
          <button
            type="button"
            className="plain"
            onClick={() => onChange(Object.fromEntries(new URLSearchParams(v.query)))}
          >
            {v.name}
          </button>
          {v.query === address && (
            <button type="button" className="plain" aria-label={`Delete view ${v.name}`} onClick={() => drop(v.id)}>
              ✕
            </button>
          )}
        </span>
      ))}
      {(ready ? [] : set).map((n, i) => (
        <Fragment key={n}>
          {i > 0 && <span className="soft">and</span>}
          <button type="button" className="pill on" onClick={() => onChange({ ...filter, [n]: undefined })}>
            {words(n, filter[n]!, choices)} ✕
          </button>
        </Fragment>
      ))}
      <Popover
        trigger="click"
        placement="bottomLeft"
        content={
          <div className="form w300">
            {pick(
              'stage',
              'Stage',
              Object.entries(STAGE_WORDS).map(([value, label]) => ({ value, label })),
            )}
            {pick(
              'carrier',
              'Carrier',
              (choices?.carriers ?? []).filter((c) => c.inUse).map((c) => ({ value: c.key, label: c.name })),
            )}
            {pick('country', 'Country', plain(choices?.countries))}
            {pick('payment', 'Payment', [
              { value: 'prepaid', label: 'prepaid' },
              { value: 'cash-on-delivery', label: 'cash on delivery' },
            ])}
            {pick('shop', 'Shop', plain(choices?.shops))}
            {pick('tag', 'Tag', plain(choices?.tags))}
            {pick(
              'message',
              'Messages',
              Object.entries(MESSAGE_WORDS).map(([value, label]) => ({ value, label })),
            )}
            {pick(
              'quietDays',
              'No scan for',
              ['1', '2', '3', '5', '7', '14', '30'].map((d) => ({
                value: d,
                label: `${d} day${d === '1' ? '' : 's'}`,
              })),
            )}
            {pick('noContact', 'Contact details', [{ value: 'true', label: 'missing' }])}
            {set.length > 0 && (
              <>
                <label htmlFor="view-name">Name of the new view</label>
                <div className="row">
                  <Input
                    id="view-name"
                    maxLength={40}
                    placeholder="name"
                    value={name}
                    onChange={(e) => setName(e.target.value)}
                    onPressEnter={keep}
                  />
                  <Button disabled={!name.trim()} onClick={keep}>
                    Save view
                  </Button>
                </div>
              </>
            )}
          </div>
        }
      >
        <button type="button" className="pill">
          Add filter
        </button>
      </Popover>
      <span className="push soft">
        {set.length > 0 && count.data
          ? count.data.count === count.data.atMost
            ? `${count.data.count.toLocaleString('en-GB')} orders or more`
            : counted(count.data.count, 'order')
          : ''}
      </span>
      <button type="button" className="pill" aria-pressed={dense} onClick={onDensity}>
        {dense ? 'Wide rows' : 'Narrow rows'}
      </button>
      {exporting ? (
        <ExportProgress exporting={exporting} noun="order" onStop={stop} />
      ) : (
        <Dropdown
          menu={{
            items: ['csv', 'xlsx'].map((f) => ({ key: f, label: f.toUpperCase() })),
            onClick: ({ key }) => start(key),
          }}
          trigger={['click']}
        >
          <Button size="small">Export</Button>
        </Dropdown>
      )}
      <Only need="work">
        <Button size="small" onClick={onLoad}>
          Import a file
        </Button>
      </Only>
    </div>
  );
}
