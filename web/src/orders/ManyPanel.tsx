import { useQueryClient } from '@tanstack/react-query';
import { App, Button, Input, Popconfirm, Progress, Select } from 'antd';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { counted, stageWords } from '../words';
import { PART } from './inParts';
import { useDone } from './useDone';

const MARKS = [
  'packed',
  'dispatched',
  'in-transit',
  'out-for-delivery',
  'delivered',
  'ready-for-collection',
  'delayed',
  'returned',
  'cancelled',
  'refunded',
];

/** How many of the selected orders are named. */
const NAMED = 200;

/** What can be done to many orders at once. */
export function ManyPanel({
  orders,
  matching,
  messages,
  onAll,
  onClose,
}: {
  orders: Schemas['OrderName'][];
  /** How many orders match the filters; absent where that isn't known. */
  matching?: number;
  /** The status of messages the list is narrowed to, if it is. */
  messages?: string;
  onAll: () => Promise<void>;
  onClose: () => void;
}) {
  const [stage, setStage] = useState('dispatched');
  const [tag, setTag] = useState('');
  const { mark, tag: tagAll, busy, refused, progress, stop } = useDone();
  const [finding, setFinding] = useState(false);
  return (
    <aside className="panel form" aria-label="Selected orders">
      <h2>
        <span>{counted(orders.length, 'order')} selected</span>
        <button type="button" className="plain" aria-label="Clear selection" onClick={onClose}>
          ✕
        </button>
      </h2>
      <p className="under mono mh120 scroll" tabIndex={0} role="group" aria-label="Order numbers">
        {orders
          .slice(0, NAMED)
          .map((o) => o.number)
          .join(', ')}
        {orders.length > NAMED && ` and ${(orders.length - NAMED).toLocaleString('en-GB')} more`}
      </p>
      {orders.length !== matching && (
        <Button
          size="small"
          loading={finding}
          onClick={() => {
            setFinding(true);
            onAll().finally(() => setFinding(false));
          }}
        >
          {matching === undefined
            ? 'Select all that match'
            : `Select all ${matching.toLocaleString('en-GB')} that match`}
        </Button>
      )}
      {progress && (
        <div className="box" role="status">
          <Progress percent={Math.floor((progress.handled / progress.of) * 100)} size="small" />
          {progress.handled.toLocaleString('en-GB')} of {counted(progress.of, 'order')}{' '}
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        </div>
      )}
      <label htmlFor="many-stage">Mark as</label>
      <div className="row">
        <Select
          id="many-stage"
          className="grow"
          value={stage}
          onChange={setStage}
          options={MARKS.map((s) => ({ value: s, label: stageWords(s) }))}
        />
        <Button type="primary" loading={busy} onClick={() => mark(orders, stage)}>
          Mark
        </Button>
      </div>
      <p className="soft">All parcels of these orders are marked, and the plan’s messages are sent.</p>
      <label htmlFor="many-tag">Add a tag</label>
      <div className="row">
        <Input id="many-tag" maxLength={40} value={tag} onChange={(e) => setTag(e.target.value)} />
        <Button loading={busy} disabled={!tag.trim()} onClick={() => tagAll(orders, tag.trim())}>
          Tag
        </Button>
      </div>
      {messages && <Settle orders={orders} status={messages} />}
      {refused.length > 0 && (
        <div className="box">
          <h3>Not done</h3>
          {refused.map((r) => (
            <div key={r}>{r}</div>
          ))}
        </div>
      )}
    </aside>
  );
}

/** What may be made of messages in a status. */
const ENDS: Record<string, { as: string; label: string; ask?: string }[]> = {
  unsure: [
    { as: 'delivered', label: 'They were delivered' },
    { as: 'again', label: 'Send again', ask: 'Customers who have the message already get it twice.' },
    { as: 'cancelled', label: 'Cancel' },
  ],
  failed: [{ as: 'again', label: 'Send again' }],
  waiting: [
    { as: 'again', label: 'Send now' },
    { as: 'cancelled', label: 'Cancel', ask: 'These messages won’t be sent.' },
  ],
};

/** Settles the messages of the selected orders together. */
function Settle({ orders, status }: { orders: Schemas['OrderName'][]; status: string }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const ends = ENDS[status] ?? [];
  const settle = async (as: string) => {
    try {
      let count = 0;
      for (let at = 0; at < orders.length; at += PART)
        count += (await api.settleMany(orders.slice(at, at + PART), status, as)).count;
      await queries.invalidateQueries();
      message.success(`${counted(count, 'message')} updated`);
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  if (ends.length === 0) return null;
  return (
    <>
      <h3>Messages: {status}</h3>
      <div className="row">
        {ends.map((e) =>
          e.ask ? (
            <Popconfirm
              key={e.as}
              title={`${e.label}?`}
              description={e.ask}
              okText={e.label}
              cancelText="Back"
              onConfirm={() => settle(e.as)}
            >
              <Button>{e.label}</Button>
            </Popconfirm>
          ) : (
            <Button key={e.as} onClick={() => settle(e.as)}>
              {e.label}
            </Button>
          ),
        )}
      </div>
    </>
  );
}
