import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Input, Popconfirm, Select } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { Failed } from '../shell/Failed';
import { counted, when } from '../words';
import { Secret } from './Secret';
import { useDo } from './useDo';

const KINDS = [
  { value: 'stage', label: 'Stages of orders and parcels' },
  { value: 'message', label: 'Messages: sent, delivered, read, failed, skipped' },
  { value: 'answer', label: 'Answers of customers' },
];

/** Events: other systems that are told what happens. */
export function EventsPage({ now }: { now: string }) {
  const all = useQuery({ queryKey: keys.subscribers, queryFn: api.subscribers, refetchInterval: 15_000 });
  const [adding, setAdding] = useState(false);
  if (all.isError) return <Failed error={all.error} again={() => all.refetch()} />;
  if (!all.data) return <div className="empty">Loading the subscribers …</div>;
  return (
    <div className="work">
      <main className="main pad">
        <p className="soft intro">
          Each address here is sent a signed event (CloudEvents, Standard Webhooks) for what happens, in its order and
          at least once. What isn’t taken is sent again after growing waits. Events name orders and parcels, never a
          customer.
        </p>
        {all.data.subscribers.map((s) => (
          <SubscriberCard key={s.id} subscriber={s} keptSince={all.data.keptSince ?? undefined} now={now} />
        ))}
        {all.data.subscribers.length === 0 && !adding && (
          <div className="empty">No other system is told of anything yet.</div>
        )}
        {adding ? (
          <SubscriberForm onDone={() => setAdding(false)} />
        ) : (
          <Button type="primary" onClick={() => setAdding(true)}>
            Add a subscriber
          </Button>
        )}
      </main>
    </div>
  );
}

function SubscriberForm({ subscriber: s, onDone }: { subscriber?: Schemas['SubscriberView']; onDone: () => void }) {
  const [body, setBody] = useState<Schemas['SubscriberBody']>({
    name: s?.name ?? '',
    url: s?.url ?? '',
    kinds: s?.kinds ?? KINDS.map((k) => k.value),
    on: s?.on ?? true,
  });
  const { run, busy, faults } = useDo();
  const id = s?.id ?? 'new';
  const error = (field: string) =>
    faults
      .filter((f) => f.field === field)
      .map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ));
  const save = async () => {
    const done = await run(() => (s ? api.changeSubscriber(s.id, body) : api.addSubscriber(body)), 'Saved');
    if (done) onDone();
  };
  return (
    <section className="card form mt12" aria-label={s ? `Change ${s.name}` : 'New subscriber'}>
      <h2>{s ? s.name : 'New subscriber'}</h2>
      <label htmlFor={`sub-name-${id}`}>Name</label>
      <Input
        id={`sub-name-${id}`}
        maxLength={60}
        value={body.name}
        onChange={(e) => setBody({ ...body, name: e.target.value })}
      />
      {error('name')}
      <label htmlFor={`sub-url-${id}`}>Address</label>
      <Input
        id={`sub-url-${id}`}
        className="mono"
        maxLength={500}
        placeholder="https://warehouse.example/hooks/parcels"
        value={body.url}
        onChange={(e) => setBody({ ...body, url: e.target.value })}
      />
      {error('url')}
      <fieldset>
        <legend>Is told of</legend>
        {KINDS.map((k) => (
          <div key={k.value}>
            <Checkbox
              checked={body.kinds.includes(k.value)}
              onChange={(e) =>
                setBody({
                  ...body,
                  kinds: KINDS.map((x) => x.value).filter((v) =>
                    v === k.value ? e.target.checked : body.kinds.includes(v),
                  ),
                })
              }
            >
              {k.label}
            </Checkbox>
          </div>
        ))}
      </fieldset>
      {error('kinds')}
      <div className="actions">
        <Button type="primary" loading={busy} onClick={save}>
          Save
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </section>
  );
}

type CardProps = { subscriber: Schemas['SubscriberView']; keptSince?: string; now: string };

function SubscriberCard({ subscriber: s, keptSince, now }: CardProps) {
  const [changing, setChanging] = useState(false);
  const [answer, setAnswer] = useState<Schemas['TestResult']>();
  const { run, busy } = useDo();
  if (changing) return <SubscriberForm subscriber={s} onDone={() => setChanging(false)} />;
  const test = async () => setAnswer(await run(() => api.testSubscriber(s.id)));
  const turn = () =>
    run(
      () => api.changeSubscriber(s.id, { name: s.name, url: s.url, kinds: s.kinds, on: !s.on }),
      s.on ? 'Paused. What happens meanwhile is sent afterwards' : 'Events are sent again',
    );
  return (
    <section className="card form mt12" aria-label={s.name}>
      <h2>
        {s.name} <State subscriber={s} now={now} />
      </h2>
      <p className="mono anywhere">{s.url}</p>
      <p className="soft">
        {KINDS.filter((k) => s.kinds.includes(k.value))
          .map((k) => k.label)
          .join(' · ')}
      </p>
      <p>
        Signing secret: {s.secret ? <Secret text={s.secret} /> : 'it can’t be read. Make a new one'}
        {s.secretBeforeUntil && (
          <span className="soft"> The one before also holds until {when(s.secretBeforeUntil, now)}.</span>
        )}
      </p>
      {answer && (
        <div className="box" role="status">
          <span className={`mark ${answer.good ? 'ok' : 'bad'}`}>{answer.good ? 'taken' : 'failed'}</span> {answer.said}
        </div>
      )}
      <div className="actions">
        <Button loading={busy} onClick={test}>
          Send a test event
        </Button>
        <Button onClick={() => setChanging(true)}>Change</Button>
        <Button loading={busy} onClick={turn}>
          {s.on ? 'Pause' : 'Go on'}
        </Button>
        <Popconfirm
          title="Make a new secret?"
          description="For 24 hours both secrets sign each event. Enter the new one in the other system meanwhile."
          okText="Make it"
          cancelText="Cancel"
          onConfirm={() => run(() => api.renewSubscriberSecret(s.id), 'New secret made')}
        >
          <Button>New secret</Button>
        </Popconfirm>
        <Replay subscriber={s.id} keptSince={keptSince} now={now} />
        <Popconfirm
          title={`Delete ${s.name}?`}
          description="It isn’t told of anything any more."
          okText="Delete"
          cancelText="Cancel"
          onConfirm={() => run(() => api.deleteSubscriber(s.id), 'Deleted')}
        >
          <Button danger>Delete</Button>
        </Popconfirm>
      </div>
      <Deliveries subscriber={s.id} now={now} />
    </section>
  );
}

function State({ subscriber: s, now }: { subscriber: Schemas['SubscriberView']; now: string }) {
  if (!s.on) return <span className="mark v">paused, {counted(s.behind, 'event')} to send</span>;
  if (s.nextAt)
    return (
      <span className="mark bad">
        doesn’t answer, {counted(s.behind, 'event')} to send, next attempt {when(s.nextAt, now)}
      </span>
    );
  return s.behind > 0 ? (
    <span className="mark gold">{counted(s.behind, 'event')} to send</span>
  ) : (
    <span className="mark ok">up to date</span>
  );
}

const SPANS = [
  { value: 1, label: 'the last hour' },
  { value: 24, label: 'the last 24 hours' },
  { value: 24 * 7, label: 'the last 7 days' },
  { value: 24 * 30, label: 'the last 30 days' },
];

function Replay({ subscriber, keptSince, now }: { subscriber: string; keptSince?: string; now: string }) {
  const [hours, setHours] = useState(24);
  const { run, busy } = useDo();
  if (!keptSince) return null;
  const since = new Date(new Date(now).getTime() - hours * 3_600_000).toISOString();
  return (
    <Popconfirm
      title="Send events again"
      description={
        <div>
          <Select className="full" aria-label="Which events" value={hours} onChange={setHours} options={SPANS} />
          <p className="soft">They have the same IDs as before, so that the other system can tell them apart.</p>
        </div>
      }
      okText="Send again"
      cancelText="Cancel"
      onConfirm={() => run(() => api.replaySubscriber(subscriber, since), 'Sending again')}
    >
      <Button loading={busy}>Send again …</Button>
    </Popconfirm>
  );
}

const STATE: Record<string, [string, string]> = {
  taken: ['ok', 'taken'],
  waiting: ['gold', 'will be tried again'],
  failed: ['bad', 'not taken'],
};

/** The last calls of a subscriber. */
function Deliveries({ subscriber, now }: { subscriber: string; now: string }) {
  const calls = useQuery({
    queryKey: keys.deliveries(subscriber),
    queryFn: () => api.deliveries(subscriber),
    refetchInterval: 15_000,
  });
  const { run } = useDo();
  if (!calls.data || calls.data.length === 0) return <p className="soft">Nothing has been sent yet.</p>;
  return (
    <div className="event-calls">
      <table className="plain-table">
        <thead>
          <tr>
            <th>Event</th>
            <th>Order</th>
            <th>When</th>
            <th>Result</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {calls.data.map((d) => (
            <tr key={d.seq}>
              <td className="mono anywhere">{d.type}</td>
              <td className="mono">{d.order}</td>
              <td className="nowrap">{when(d.at, now)}</td>
              <td>
                <span className={`mark ${STATE[d.state]?.[0] ?? ''}`}>{STATE[d.state]?.[1] ?? d.state}</span>{' '}
                <span className="soft anywhere">
                  {[d.said, d.attempts > 1 && counted(d.attempts, 'attempt')].filter(Boolean).join(' · ')}
                </span>
              </td>
              <td>
                {d.state !== 'taken' && (
                  <Button size="small" onClick={() => run(() => api.sendEventAgain(subscriber, d.seq), 'Sent again')}>
                    Send again
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
