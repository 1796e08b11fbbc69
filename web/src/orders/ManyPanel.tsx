import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { stageWords } from '../words';
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

/** What can be done to many orders at once. */
export function ManyPanel({
  orders,
  shown,
  onAll,
  onClose,
}: {
  orders: Schemas['OrderName'][];
  shown: number;
  onAll: () => void;
  onClose: () => void;
}) {
  const [stage, setStage] = useState('dispatched');
  const [tag, setTag] = useState('');
  const { done, busy, refused } = useDone();
  return (
    <aside className="panel form" aria-label="Selected orders">
      <h2>
        <span>
          {orders.length} order{orders.length === 1 ? '' : 's'} selected
        </span>
        <button type="button" className="plain" aria-label="Clear selection" onClick={onClose}>
          ✕
        </button>
      </h2>
      <p className="under mono mh120 scroll" tabIndex={0} role="group" aria-label="Order numbers">
        {orders.map((o) => o.number).join(', ')}
      </p>
      {orders.length < shown && (
        <Button size="small" onClick={onAll}>
          Select all {shown} shown
        </Button>
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
        <Button type="primary" loading={busy} onClick={() => done(() => api.mark(orders, stage))}>
          Mark
        </Button>
      </div>
      <p className="soft">All parcels of these orders are marked, and the plan’s messages are sent.</p>
      <label htmlFor="many-tag">Add a tag</label>
      <div className="row">
        <Input id="many-tag" maxLength={40} value={tag} onChange={(e) => setTag(e.target.value)} />
        <Button loading={busy} disabled={!tag.trim()} onClick={() => done(() => api.tag(orders, tag.trim()))}>
          Tag
        </Button>
      </div>
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
