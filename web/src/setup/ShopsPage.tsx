import { useQuery } from '@tanstack/react-query';
import { Button, Input, Modal, Popconfirm } from 'antd';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, keys, type Mapping, type Schemas } from '../api/client';
import { useDraft } from '../api/versions';
import { useCan } from '../people/rights';
import { Failed } from '../shell/Failed';
import { useMounted } from '../shell/useMounted';
import { counted, when } from '../words';
import { MappingPanel } from './MappingPanel';
import { type Json, pointAt } from './mapping';
import { RefusedCalls } from './RefusedCalls';
import { SampleTree } from './SampleTree';
import { Secret } from './Secret';
import { ShopCalls } from './ShopCalls';
import { useDo } from './useDo';

const STATE: Record<string, [string, string]> = {
  new: ['gold', 'needs mapping'],
  read: ['ok', 'read'],
  partly: ['gold', 'partly read'],
  unread: ['bad', 'not read'],
};

/** Shops: the address of each, what arrives there as it arrives, and which values matter. */
export function ShopsPage({ now }: { now: string }) {
  const { key } = useParams();
  const navigate = useNavigate();
  const shops = useQuery({ queryKey: keys.shops, queryFn: api.shops });
  const { run, busy } = useDo();
  const isHere = useMounted();
  const [adding, setAdding] = useState(false);
  const [name, setName] = useState({ key: '', name: '' });
  const chosen = key ?? shops.data?.find((s) => s.hasAddress)?.key;
  if (shops.isError) return <Failed error={shops.error} again={() => shops.refetch()} />;
  const add = async (shop: { key: string; name: string }) => {
    const made = await run(() => api.addShop(shop.key, shop.name), 'Shop added');
    if (made) {
      setAdding(false);
      if (isHere()) navigate(`/setup/shops/${made.key}`);
    }
  };
  return (
    <div className="work">
      <aside className="sidelist" aria-label="Shops">
        {shops.data?.map((s) => (
          <button
            key={s.key}
            type="button"
            className={`plain line ${s.key === chosen ? 'on' : ''}`}
            onClick={() => (s.hasAddress ? navigate(`/setup/shops/${s.key}`) : add({ key: s.key, name: s.name }))}
          >
            <b>{s.name}</b>
            <span className="soft">
              {s.hasAddress ? counted(s.arrived, 'request') : 'by API and imports only'}
              {s.waiting > 0 && (
                <>
                  {' '}
                  ·{' '}
                  <span className="mark bad">{s.waiting === 1 ? '1 needs mapping' : `${s.waiting} need mapping`}</span>
                </>
              )}
            </span>
          </button>
        ))}
        <div className="actions">
          <Button onClick={() => setAdding(true)}>Add shop</Button>
        </div>
      </aside>
      {chosen ? (
        <Shop key={chosen} shopKey={chosen} now={now} />
      ) : (
        <main className="main">
          <div className="empty">
            <h2>No shops connected yet</h2>
            <p>Add a shop. It gets an address to send orders to, and a secret to sign them with.</p>
          </div>
        </main>
      )}
      <Modal
        open={adding}
        title="Add shop"
        okText="Add shop"
        onCancel={() => setAdding(false)}
        confirmLoading={busy}
        onOk={() => add(name)}
      >
        <div className="form">
          <label htmlFor="shop-key">Short name for other systems</label>
          <Input
            id="shop-key"
            placeholder="kites"
            value={name.key}
            onChange={(e) => setName({ ...name, key: e.target.value })}
          />
          <label htmlFor="shop-name">Name</label>
          <Input
            id="shop-name"
            placeholder="Quillfeather Kites"
            value={name.name}
            onChange={(e) => setName({ ...name, name: e.target.value })}
          />
        </div>
      </Modal>
    </div>
  );
}

function Shop({ shopKey, now }: { shopKey: string; now: string }) {
  const canSetUp = useCan('set-up');
  const shop = useQuery({ queryKey: keys.shop(shopKey), queryFn: () => api.shop(shopKey) });
  const [state, setState] = useState<string>();
  const arrivals = useQuery({
    queryKey: keys.arrivals(shopKey, state),
    queryFn: () => api.arrivals(shopKey, state),
    placeholderData: (old) => old,
  });
  const kit = useQuery({ queryKey: keys.shopKit, queryFn: api.shopKit, staleTime: Infinity });
  const { run, busy } = useDo();
  const [picked, setPicked] = useState<number>();
  const [target, setTarget] = useState<Schemas['TargetView']>();
  const draft = useDraft<Mapping>(
    {
      document: (shop.data?.mapping as Mapping | undefined) ?? { fields: {}, lists: {}, stages: {} },
      version: shop.data?.version ?? '',
    },
    `mapping/${shopKey}`,
  );
  const mapping = draft.now;
  if (shop.isError)
    return (
      <main className="main">
        <Failed error={shop.error} again={() => shop.refetch()} />
      </main>
    );
  if (!shop.data || !kit.data)
    return (
      <main className="main">
        <div className="empty">Loading the shop …</div>
      </main>
    );
  const list = arrivals.data ?? [];
  const arrival = list.find((a) => a.id === picked) ?? list[0];
  let sample: Json | undefined;
  try {
    sample = arrival ? JSON.parse(arrival.body) : undefined;
  } catch {
    sample = undefined;
  }
  const propose = async () => {
    const p = await run(() => api.propose(shopKey, arrival.body));
    if (p) draft.set({ ...(p.mapping as Mapping), stages: { ...p.mapping.stages, ...mapping.stages } });
  };
  return (
    <>
      <main className="main pad">
        <section className="card">
          <h2>{shop.data.name}</h2>
          {canSetUp && !shop.data.signingSecret && (
            <p>
              <span className="mark bad">enter again</span> This shop’s secrets can’t be read any more, because the key
              file is missing. Create a new address, and enter it in the shop.
            </p>
          )}
          <dl className="facts">
            <dt>Address</dt>
            <dd className="mono copy">{shop.data.address}</dd>
            <dt>Signing secret</dt>
            <dd>
              <Secret text={shop.data.signingSecret ?? ''} />{' '}
              <span className="soft">Standard Webhooks, for shops that sign their requests</span>
            </dd>
            <dt>Header</dt>
            <dd>
              <span className="mono">X-Shop-Secret:</span> <Secret text={shop.data.headerSecret ?? ''} />{' '}
              <span className="soft">for shops that don’t</span>
            </dd>
          </dl>
          <div className="actions">
            <Popconfirm
              title="Create a new address?"
              description="Requests to the old address will be refused."
              okText="Create"
              cancelText="Cancel"
              onConfirm={() => run(() => api.renewShop(shopKey), 'New address and secrets created')}
            >
              <Button size="small">New address and secrets</Button>
            </Popconfirm>
            {shop.data.mapping && (
              <Button
                size="small"
                loading={busy}
                onClick={() =>
                  run(
                    () => api.readAgain(shopKey),
                    (r) =>
                      `${r.read} read, ${r.partly} partly read, ${r.unread} not read; ${counted(r.messages, 'message')} planned`,
                  )
                }
              >
                Reprocess all requests
              </Button>
            )}
          </div>
        </section>
        <section className="card mt12">
          <div className="flex gap8 middle wrap">
            <h2 className="m0">
              Live requests <span className="pulse" aria-hidden="true" />
            </h2>
            {[undefined, 'unread', 'partly', 'new'].map((s) => (
              <button
                key={s ?? 'all'}
                type="button"
                className={`pill ${state === s ? 'on' : ''}`}
                onClick={() => setState(s)}
              >
                {s ? STATE[s][1] : 'all'}
                {s && shop.data.arrivals[s] ? ` ${shop.data.arrivals[s]}` : ''}
              </button>
            ))}
          </div>
          <RefusedCalls shopKey={shopKey} now={now} />
          {list.length === 0 ? (
            <p className="soft mt8">
              {state
                ? 'No requests like this.'
                : 'No requests yet. Send an order from the shop; it shows here as it arrives.'}
            </p>
          ) : (
            <div className="listen">
              <div className="calls" tabIndex={0} role="group" aria-label="Requests">
                {list.map((a) => (
                  <button
                    key={a.id}
                    type="button"
                    className={`plain line ${a.id === arrival?.id ? 'on' : ''}`}
                    onClick={() => setPicked(a.id)}
                  >
                    <span className={`mark ${STATE[a.state][0]} float-right`}>{STATE[a.state][1]}</span>
                    <span className="mono">{a.orderNumber ?? `call ${a.id}`}</span>{' '}
                    <span className="soft mono">{when(a.receivedAt, now)}</span>
                    {a.reason && <span className="soft block">{a.reason.split('\n')[0]}</span>}
                  </button>
                ))}
              </div>
              <div className="sample" tabIndex={0} role="group" aria-label="Request">
                {target && (
                  <p className="hint">
                    Click the value for <b>{target.words}</b>.{' '}
                    <Button size="small" type="link" onClick={() => setTarget(undefined)}>
                      Cancel
                    </Button>
                  </p>
                )}
                {arrival?.reason && (
                  <p className="box pre-wrap">
                    <span className="mark bad">!</span> {arrival.reason}{' '}
                    <Popconfirm
                      title="Delete this request?"
                      okText="Delete"
                      cancelText="Cancel"
                      onConfirm={() => run(() => api.dropArrival(shopKey, arrival.id), 'Deleted')}
                    >
                      <Button size="small" type="link">
                        Delete
                      </Button>
                    </Popconfirm>
                  </p>
                )}
                {sample === undefined ? (
                  <pre className="mono raw">{arrival?.body}</pre>
                ) : (
                  <SampleTree
                    value={sample}
                    mapping={mapping}
                    targets={kit.data.targets}
                    pointing={!!target}
                    onPoint={(path) => {
                      if (!target) return;
                      draft.set(pointAt(mapping, target, path));
                      setTarget(undefined);
                    }}
                  />
                )}
              </div>
            </div>
          )}
        </section>
        <ShopCalls shop={shopKey} now={now} />
      </main>
      <MappingPanel
        shopKey={shopKey}
        kit={kit.data}
        draft={draft}
        body={arrival?.body}
        reasons={list.map((a) => a.reason)}
        target={target}
        onTarget={setTarget}
        onPropose={arrival ? propose : undefined}
      />
    </>
  );
}
