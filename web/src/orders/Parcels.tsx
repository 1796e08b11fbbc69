import { useQuery } from '@tanstack/react-query';
import { Button, Dropdown, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { counted, stageWords } from '../words';
import { itemsLeft } from './itemsLeft';
import { useDone } from './useDone';

const MARKS = [
  'packed',
  'dispatched',
  'in-transit',
  'out-for-delivery',
  'delivered',
  'attempted',
  'ready-for-collection',
  'delayed',
  'returning',
  'returned',
];
const ENDED: Record<string, string> = {
  arrived: 'ended: delivered',
  tries: 'stopped after the last attempt',
  'time-limit': 'stopped at the time limit',
  stopped: 'stopped',
  failed: 'can’t go on',
};

type Props = { order: Schemas['OrderView']; choices?: Schemas['Choices'] };

/** The order's parcels: their numbers, what is in them, and what a person can say of them. */
export function Parcels({ order, choices }: Props) {
  const [editing, setEditing] = useState<'new' | { parcel: Schemas['ParcelView']; goesOn: boolean }>();
  const { done, mark, busy } = useDone();
  const me = [{ shop: order.shop, number: order.number }];
  return (
    <div className="parcels">
      {order.parcels.map((p) => (
        <div key={p.carrier + p.trackingNumber} className="parcel">
          <div className="row">
            <span className="mono copy" title={p.carrierName}>
              {p.trackingNumber}
            </span>
            <span className="mark v">{stageWords(p.stage)}</span>
            <span className="grow" />
            <MarkMenu busy={busy} onMark={(stage) => mark(me, stage, p.trackingNumber)} />
            <Dropdown
              trigger={['click']}
              menu={{
                items: [
                  {
                    key: 'change',
                    label: 'Change tracking number',
                    onClick: () => setEditing({ parcel: p, goesOn: false }),
                  },
                  {
                    key: 'on',
                    label: 'Continues with another carrier',
                    onClick: () => setEditing({ parcel: p, goesOn: true }),
                  },
                  {
                    key: 'off',
                    label: 'Remove tracking number',
                    danger: true,
                    onClick: () => done(() => api.removeParcel(order.shop, order.number, p.carrier, p.trackingNumber)),
                  },
                ],
              }}
            >
              <Button size="small" aria-label={`More for ${p.trackingNumber}`}>
                …
              </Button>
            </Dropdown>
          </div>
          {p.doubt && (
            <div>
              <span className="mark gold">check</span> {p.doubt}
            </div>
          )}
          <div className="soft">
            {p.carrierName}
            {p.trackingLink && (
              <>
                {' '}
                ·{' '}
                <a className="link" href={p.trackingLink} target="_blank" rel="noreferrer">
                  tracking page
                </a>
              </>
            )}
            {p.items.length > 0 &&
              ` · ${p.items.map((i) => `${i.quantity} ${order.items.find((x) => x.sku === i.sku)?.name ?? i.sku}`).join(', ')}`}
          </div>
          {p.legs.map((l) => (
            <div key={l.trackingNumber} className="soft">
              continues as <span className="mono">{l.trackingNumber}</span> with {l.carrierName}
            </div>
          ))}
          {p.asked.map((a) => (
            <div key={a.carrier} className="soft">
              polled {counted(a.tries, 'time')}
              {a.endedBy ? `, ${ENDED[a.endedBy] ?? a.endedBy}` : ''}
              {a.said ? `: ${a.said}` : ''}{' '}
              {a.endedBy && a.endedBy !== 'arrived' && (
                <Button
                  size="small"
                  type="link"
                  loading={busy}
                  onClick={() => done(() => api.restartPolling(order.shop, order.number, p.trackingNumber, a.carrier))}
                >
                  Start again
                </Button>
              )}
            </div>
          ))}
        </div>
      ))}
      {editing ? (
        <ParcelForm
          order={order}
          choices={choices}
          parcel={editing === 'new' ? undefined : editing.parcel}
          goesOn={editing !== 'new' && editing.goesOn}
          onClose={() => setEditing(undefined)}
        />
      ) : (
        <div className="row">
          <Button size="small" onClick={() => setEditing('new')}>
            Add tracking
          </Button>
          {order.parcels.length === 0 && <MarkMenu busy={busy} onMark={(stage) => mark(me, stage)} />}
        </div>
      )}
    </div>
  );
}

/** The stages that a person can say a parcel, or an order without a tracking number, has come to. */
function MarkMenu({ busy, onMark }: { busy: boolean; onMark: (stage: string) => void }) {
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items: MARKS.map((s) => ({
          key: s,
          label: `Mark as ${stageWords(s).toLowerCase()}`,
          onClick: () => onMark(s),
        })),
      }}
    >
      <Button size="small" loading={busy}>
        Mark
      </Button>
    </Dropdown>
  );
}

function ParcelForm({
  order,
  choices,
  parcel,
  goesOn,
  onClose,
}: Props & { parcel?: Schemas['ParcelView']; goesOn: boolean; onClose: () => void }) {
  const [number, setNumber] = useState(goesOn ? '' : (parcel?.trackingNumber ?? ''));
  const [picked, setPicked] = useState<string | undefined>(goesOn ? undefined : parcel?.carrier);
  const [items, setItems] = useState<Record<string, number>>(
    parcel ? Object.fromEntries(parcel.items.map((i) => [i.sku, i.quantity])) : itemsLeft(order),
  );
  const { done, busy } = useDone();
  const recognised = useQuery({
    queryKey: keys.recognise(number.trim()),
    queryFn: () => api.recognise(number.trim()),
    enabled: number.trim().length > 3,
    retry: false,
  });
  const fits =
    recognised.data?.candidates.find((c) => c.carrier && c.valid) ?? recognised.data?.candidates.find((c) => c.carrier);
  const carrier = picked ?? fits?.carrier ?? choices?.preferredCarrier ?? undefined;
  const doubt = recognised.data?.candidates.find((c) => c.carrier === carrier && !c.valid);
  const whole = order.items.filter((i) => i.sku);
  const save = async () => {
    const body = {
      carrier,
      trackingNumber: number.trim(),
      items: Object.entries(items)
        .filter(([, q]) => q > 0)
        .map(([sku, quantity]) => ({ sku, quantity })),
      goesOn,
      of: goesOn ? parcel?.trackingNumber : undefined,
    };
    if (
      await done(() =>
        parcel && !goesOn
          ? api.changeParcel(order.shop, order.number, parcel.carrier, parcel.trackingNumber, body)
          : api.putParcel(order.shop, order.number, body),
      )
    )
      onClose();
  };
  return (
    <form
      className="form parcel"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') {
          e.stopPropagation();
          onClose();
        }
      }}
    >
      <label htmlFor="p-number" className="mt0">
        {goesOn ? `${parcel?.trackingNumber} continues as` : 'Tracking number'}
      </label>
      <Input id="p-number" autoFocus className="mono" value={number} onChange={(e) => setNumber(e.target.value)} />
      {doubt && (
        <div className="wrong" role="alert">
          Please check: {doubt.reason}
        </div>
      )}
      <label htmlFor="p-carrier">Carrier{!picked && fits ? ', from the number' : ''}</label>
      <Select
        id="p-carrier"
        className="full"
        showSearch={{ optionFilterProp: 'label' }}
        value={carrier}
        onChange={setPicked}
        options={(choices?.carriers ?? []).filter((c) => c.inUse).map((c) => ({ value: c.key, label: c.name }))}
      />
      {!goesOn && whole.length > 1 && (
        <>
          <div className="label">Contents (all zero: everything)</div>
          {whole.map((i) => (
            <div key={i.sku} className="row mb3">
              <InputNumber
                size="small"
                aria-label={`Quantity of ${i.name}`}
                min={0}
                max={i.quantity}
                className="w60"
                value={items[i.sku!] ?? 0}
                onChange={(q) => setItems({ ...items, [i.sku!]: q ?? 0 })}
              />{' '}
              of {i.quantity} {i.name}
            </div>
          ))}
        </>
      )}
      <div className="actions mt8">
        <Button htmlType="submit" size="small" type="primary" loading={busy} disabled={!number.trim() || !carrier}>
          Save
        </Button>
        <Button size="small" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
