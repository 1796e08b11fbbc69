import { useQuery } from '@tanstack/react-query';
import { Button, Input, InputNumber, Popconfirm, Segmented, Select, Switch } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { useDraft, type Versioned } from '../api/versions';
import { formKeys } from '../shell/escape';
import { Failed } from '../shell/Failed';
import { delayWords, when } from '../words';
import { DurationInput } from './DurationInput';
import { useDo } from './useDo';

const HOLDS = [
  { value: 'orders', label: 'orders (CSV, XLSX)' },
  { value: 'tracking', label: 'tracking numbers (CSV, XLSX)' },
  { value: 'stages', label: 'stages (CSV, XLSX)' },
  { value: 'iftsta', label: 'scans (EDIFACT IFTSTA)' },
  { value: 'epcis', label: 'scans (EPCIS 2.0)' },
];
const FRESH: Schemas['FeedBody'] = {
  name: '',
  kind: 'address',
  shop: 'kites',
  holds: 'orders',
  place: '',
  schedule: 'interval',
  atTime: '06:30',
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  interval: 'PT5M',
  mostTries: 12,
  limit: 'PT1H',
  live: true,
};
const ofScans = (holds?: string) => holds === 'iftsta' || holds === 'epcis';
const ENDED: Record<string, string> = {
  arrived: 'ok',
  tries: 'gold',
  'time-limit': 'gold',
  stopped: 'v',
  failed: 'bad',
};

/** Feeds: folders that are watched and addresses that are asked, each with limits, and what ended every run. */
export function FeedsPage({ now }: { now: string }) {
  const feeds = useQuery({ queryKey: keys.feeds, queryFn: api.feeds });
  const choices = useQuery({ queryKey: keys.choices, queryFn: api.ordersChoices });
  const carriers = (choices.data?.carriers ?? []).filter((c) => c.inUse);
  const carrierName = (key: string) => choices.data?.carriers.find((c) => c.key === key)?.name ?? key;
  const [chosen, setChosen] = useState<number | 'new'>();
  const { run } = useDo();
  if (feeds.isError) return <Failed error={feeds.error} again={() => feeds.refetch()} />;
  const feed = feeds.data?.find((f) => f.id === chosen);
  return (
    <div className="work">
      <main className="main pad">
        <div className="actions m-0-0-10px">
          <Button type="primary" onClick={() => setChosen('new')}>
            Add feed
          </Button>
        </div>
        {feeds.data?.length === 0 && (
          <div className="empty">
            <h2>No feeds yet</h2>
            <p>A feed fetches files automatically, from a folder or an address.</p>
          </div>
        )}
        {feeds.data?.map((f) => {
          const open = f.runs.find((r) => !r.endedAt);
          return (
            <section key={f.id} className={`card ${f.id === chosen ? 'on' : ''} mb10`}>
              <div className="row">
                <button type="button" className="plain link" onClick={() => setChosen(f.id)}>
                  <b>{f.feed.name}</b>
                </button>
                <span className="soft">
                  {HOLDS.find((h) => h.value === f.feed.holds)?.label}
                  {!ofScans(f.feed.holds)
                    ? ` of ${f.feed.shop}`
                    : f.feed.carrier
                      ? ` of ${carrierName(f.feed.carrier)}`
                      : ''}
                </span>
                <span className="grow" />
                {open ? (
                  <>
                    <span className="mark gold">
                      checking, attempt {open.tries}
                      {open.nextAt ? `, next ${when(open.nextAt, now)}` : ''}
                    </span>
                    <Button size="small" onClick={() => run(() => api.stopFeed(f.id), 'Stopped')}>
                      Stop
                    </Button>
                  </>
                ) : (
                  <Button size="small" onClick={() => run(() => api.askFeed(f.id))}>
                    Check now
                  </Button>
                )}
              </div>
              <p className="mono soft anywhere">{f.where}</p>
              <p className="soft">
                {f.feed.schedule === 'daily'
                  ? `Every day at ${f.feed.atTime}, ${f.feed.zone}`
                  : f.feed.schedule === 'interval'
                    ? 'At an interval'
                    : 'Manually'}
                : every {delayWords(f.feed.interval)}, at most {f.feed.mostTries} attempts, no longer than{' '}
                {delayWords(f.feed.limit)}.{' '}
                {f.feed.live
                  ? f.nextAt
                    ? `Next ${when(f.nextAt, now)}.`
                    : ''
                  : f.feed.schedule === 'off'
                    ? ''
                    : 'Paused.'}{' '}
                If no file is found, the check is {f.worstEnd}.
              </p>
              {f.runs.length > 0 && (
                <table className="sheet wide">
                  <thead>
                    <tr>
                      <th>Started</th>
                      <th>Attempts</th>
                      <th>Status</th>
                      <th>Result</th>
                    </tr>
                  </thead>
                  <tbody>
                    {f.runs.slice(0, 5).map((r) => (
                      <tr key={r.beganAt + r.tries}>
                        <td className="mono">{when(r.beganAt, now)}</td>
                        <td className="mono">{r.tries}</td>
                        <td>
                          {r.endedBy ? (
                            <span className={`mark ${ENDED[r.endedBy]}`} title={r.endedWords ?? undefined}>
                              {r.endedWords}
                            </span>
                          ) : (
                            <span className="soft">running</span>
                          )}
                        </td>
                        <td className="pre-wrap">{r.summary ?? '–'}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </section>
          );
        })}
      </main>
      {chosen === 'new' || feed ? (
        <FeedForm
          key={chosen}
          id={feed?.id}
          shown={feed ? { document: feed.feed, version: feed.version } : { document: FRESH, version: '' }}
          carriers={carriers}
          onClose={() => setChosen(undefined)}
        />
      ) : (
        <aside className="panel" aria-label="Feed">
          <div className="empty">
            <h2>Choose a feed</h2>
            <p>See where it looks, what it imports and how often.</p>
          </div>
        </aside>
      )}
    </div>
  );
}

function FeedForm({
  id,
  shown,
  carriers,
  onClose,
}: {
  id?: number;
  shown: Versioned<Schemas['FeedBody']>;
  carriers: Schemas['Choices']['carriers'];
  onClose: () => void;
}) {
  const draft = useDraft(shown, `feed/${id ?? ''}`);
  const f = draft.now;
  const { run, busy, faults } = useDo();
  const set = draft.set;
  const wrong = (field: string) =>
    faults
      .filter((x) => x.field === field)
      .map((x) => (
        <div key={x.message} className="wrong" role="alert">
          {x.message}
        </div>
      ));
  const save = async () => {
    const put = () => (id ? draft.save((changed, version) => api.changeFeed(id, changed, version)) : api.addFeed(f));
    if (!(await run(put, 'Saved'))) return;
    draft.reset();
    onClose();
  };
  return (
    <aside className="panel form" aria-label="Feed" onKeyDown={formKeys(save, onClose)}>
      <h2>
        <span>
          {id ? shown.document.name : 'Add feed'} {draft.changed && <span className="mark gold">not saved</span>}
        </span>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </h2>
      <Segmented
        block
        className="mt10"
        aria-label="Kind"
        value={f.kind}
        onChange={(kind) => set({ kind, place: '' })}
        options={[
          { value: 'address', label: 'Address' },
          { value: 'folder', label: 'Folder' },
        ]}
      />
      <label htmlFor="f-name">Name</label>
      <Input id="f-name" value={f.name ?? ''} onChange={(e) => set({ name: e.target.value })} />
      {wrong('name')}
      <label htmlFor="f-place">{f.kind === 'folder' ? 'Folder in the inbox' : 'Address'}</label>
      <Input
        id="f-place"
        className="mono"
        placeholder={f.kind === 'folder' ? 'orders-in' : 'https://shop.example/orders.csv'}
        value={f.place ?? ''}
        onChange={(e) => set({ place: e.target.value })}
      />
      {wrong('place')}
      <div className={ofScans(f.holds) ? undefined : 'two'}>
        <div>
          <label htmlFor="f-holds">Contents</label>
          <Select
            id="f-holds"
            className="full"
            popupMatchSelectWidth={false}
            value={f.holds}
            onChange={(holds) => set({ holds, shop: ofScans(holds) ? '' : f.shop || FRESH.shop })}
            options={HOLDS}
          />
        </div>
        {ofScans(f.holds) ? (
          <div>
            <label htmlFor="f-carrier">Carrier</label>
            <Select
              id="f-carrier"
              className="full"
              allowClear
              showSearch
              optionFilterProp="label"
              placeholder="Found for each parcel"
              value={f.carrier ?? undefined}
              onChange={(carrier) => set({ carrier })}
              options={carriers.map((c) => ({ value: c.key, label: c.name }))}
            />
            {wrong('carrier')}
          </div>
        ) : (
          <div>
            <label htmlFor="f-shop">Shop</label>
            <Input id="f-shop" value={f.shop ?? ''} onChange={(e) => set({ shop: e.target.value })} />
            {wrong('shop')}
          </div>
        )}
      </div>
      <label htmlFor="f-schedule">Schedule</label>
      <Select
        id="f-schedule"
        className="full"
        value={f.schedule}
        onChange={(schedule) => set({ schedule })}
        options={[
          { value: 'interval', label: 'at an interval' },
          { value: 'daily', label: 'every day at a time' },
          { value: 'off', label: 'manually' },
        ]}
      />
      {f.schedule === 'daily' && (
        <div className="two">
          <div>
            <label htmlFor="f-at">Time</label>
            <Input
              id="f-at"
              placeholder="06:30"
              value={f.atTime ?? ''}
              onChange={(e) => set({ atTime: e.target.value })}
            />
            {wrong('atTime')}
          </div>
          <div>
            <label htmlFor="f-zone">Time zone</label>
            <Input id="f-zone" value={f.zone ?? ''} onChange={(e) => set({ zone: e.target.value })} />
            {wrong('zone')}
          </div>
        </div>
      )}
      <div className="two">
        <div>
          <label htmlFor="f-every">Check every</label>
          <DurationInput id="f-every" value={f.interval} onChange={(interval) => set({ interval })} />
          {wrong('interval')}
        </div>
        <div>
          <label htmlFor="f-tries">Attempts</label>
          <InputNumber
            id="f-tries"
            min={1}
            className="full"
            value={f.mostTries}
            onChange={(n) => set({ mostTries: n ?? 1 })}
          />
          {wrong('mostTries')}
        </div>
      </div>
      <label htmlFor="f-limit">Time limit</label>
      <DurationInput id="f-limit" value={f.limit} onChange={(limit) => set({ limit })} />
      {wrong('limit')}
      {f.schedule !== 'off' && (
        <p className="mt10">
          <Switch size="small" aria-label="Active" checked={!!f.live} onChange={(live) => set({ live })} /> active
        </p>
      )}
      <div className="actions">
        <Button type="primary" loading={busy} onClick={save}>
          Save
        </Button>
        {id && (
          <Popconfirm
            title="Delete this feed?"
            description="What it imported stays."
            okText="Delete"
            cancelText="Cancel"
            onConfirm={async () => {
              await run(() => api.removeFeed(id), 'Deleted');
              onClose();
            }}
          >
            <Button danger>Delete</Button>
          </Popconfirm>
        )}
      </div>
    </aside>
  );
}
