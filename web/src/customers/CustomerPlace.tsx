import { useQuery } from '@tanstack/react-query';
import { Button, Popconfirm } from 'antd';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { statusLook, statusWords } from '../messages/messages';
import { CustomerErasure } from '../orders/CustomerErasure';
import { Only } from '../people/rights';
import { STOP_REASONS } from '../setup/stopReasons';
import { useDo } from '../setup/useDo';
import { Failed } from '../shell/Failed';
import { counted, money, stageWords, when } from '../words';
import { consentWords, messagesOf } from './customer';

/** All that is known of one person, over all their orders. */
export default function CustomerPlace({ now }: { now: string }) {
  const { shop = '', number = '' } = useParams();
  const customer = useQuery({ queryKey: keys.customer(shop, number), queryFn: () => api.customer(shop, number) });
  const [erasing, setErasing] = useState(false);
  if (customer.isError) return <Failed error={customer.error} again={() => customer.refetch()} />;
  if (!customer.data) return <div className="empty">Loading …</div>;
  const c = customer.data;
  return (
    <>
      <header className="subbar">
        <h1 className="anywhere">{c.name ?? 'Customer without a name'}</h1>
        <span>{c.more ? 'the newest 100 orders' : counted(c.orders.length, 'order')}</span>
        <span className="grow" />
        <Button href={api.customerFile(shop, number)} download>
          Save as JSON
        </Button>
        <Only need="work">
          <Button onClick={() => setErasing(true)}>Erase customer data</Button>
        </Only>
      </header>
      <div className="work">
        <main className="main pad">
          <Addresses addresses={c.addresses} now={now} />
          <Orders orders={c.orders} now={now} />
          <Consents consents={c.consents} now={now} />
          <Messages orders={c.orders} now={now} />
          <Said customer={c} now={now} />
        </main>
      </div>
      {erasing && <CustomerErasure shop={shop} number={number} onClose={() => setErasing(false)} />}
    </>
  );
}

const orderLink = (shop: string, number: string) => `/orders/${encodeURIComponent(shop)}/${encodeURIComponent(number)}`;

function Addresses({ addresses, now }: { addresses: Schemas['CustomerAddress'][]; now: string }) {
  const { run } = useDo();
  if (addresses.length === 0) return <p className="box">No e-mail address and no phone number is known.</p>;
  return (
    <section className="box">
      <h2 className="fs16">Addresses</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Channel</th>
            <th>Address</th>
            <th>Of</th>
            <th>Sending</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {addresses.map((a) => (
            <tr key={a.channel + a.address}>
              <td>{channelLabel(a.channel)}</td>
              <td className="mono anywhere">{a.address}</td>
              <td>{counted(a.orders.length, 'order')}</td>
              <td>
                {a.stoppedFor ? (
                  <>
                    <span className="mark bad">stopped</span> {STOP_REASONS[a.stoppedFor] ?? a.stoppedFor}
                    {a.stoppedAt && `, ${when(a.stoppedAt, now)}`}
                  </>
                ) : (
                  'allowed'
                )}
              </td>
              <td>
                {a.stoppedFor !== 'erased' && (
                  <Only need="work">
                    <Popconfirm
                      title={a.stoppedFor ? 'Send to this address again?' : 'Send nothing more to this address?'}
                      okText={a.stoppedFor ? 'Send again' : 'Stop'}
                      cancelText="Cancel"
                      onConfirm={() =>
                        run(
                          () => api.stop(a.stoppedFor ? 'remove' : 'add', a.channel, a.address),
                          a.stoppedFor ? 'Taken off the stop list' : 'Added to the stop list',
                        )
                      }
                    >
                      <Button size="small">{a.stoppedFor ? 'Take off the stop list' : 'Stop'}</Button>
                    </Popconfirm>
                  </Only>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Orders({ orders, now }: { orders: Schemas['OrderView'][]; now: string }) {
  return (
    <section className="box">
      <h2 className="fs16">Orders</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Order</th>
            <th>Name</th>
            <th>Placed</th>
            <th>Stage</th>
            <th className="num">Total</th>
            <th>To</th>
            <th>Returns</th>
          </tr>
        </thead>
        <tbody>
          {orders.map((o) => (
            <tr key={`${o.shop}/${o.number}`}>
              <td>
                <Link className="link mono" to={orderLink(o.shop, o.number)}>
                  {o.number}
                </Link>
              </td>
              <td className="anywhere">{o.customer?.name ?? '–'}</td>
              <td>{when(o.placedAt, now)}</td>
              <td>{stageWords(o.stage)}</td>
              <td className="num">{money(o.total, o.currency)}</td>
              <td>{[o.shipTo?.city, o.shipTo?.country].filter(Boolean).join(' ')}</td>
              <td>{o.returns.length > 0 ? o.returns.map((r) => r.trackingNumber).join(', ') : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Consents({ consents, now }: { consents: Schemas['CustomerConsent'][]; now: string }) {
  return (
    <section className="box">
      <h2 className="fs16">Consent by order</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Order</th>
            <th>Source</th>
            <th>Last updated</th>
            <th>Consent</th>
          </tr>
        </thead>
        <tbody>
          {consents.map((c) => (
            <tr key={`${c.shop}/${c.order}`}>
              <td className="mono">{c.order}</td>
              <td>
                {c.shop}, {c.source}
              </td>
              <td>{when(c.at, now)}</td>
              <td>{consentWords(c)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Messages({ orders, now }: { orders: Schemas['OrderView'][]; now: string }) {
  const all = messagesOf(orders);
  if (all.length === 0) return null;
  return (
    <section className="box">
      <h2 className="fs16">Messages</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Time</th>
            <th>Order</th>
            <th>About</th>
            <th>Channel</th>
            <th>Status</th>
          </tr>
        </thead>
        <tbody>
          {all.map((m) => (
            <tr key={m.id}>
              <td className="mono nowrap">{when(m.sentAt ?? m.dueAt, now)}</td>
              <td className="mono">{m.order}</td>
              <td>
                <Link className="link anywhere" to={`/messages/${encodeURIComponent(m.id)}?period=all`}>
                  {m.subject ?? stageWords(m.stage)}
                </Link>
              </td>
              <td>{channelLabel(m.channel)}</td>
              <td>
                <span className={`mark ${statusLook(m.status)}`}>{statusWords(m.status)}</span>
                {m.reason && <small className="soft"> {m.reason}</small>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What the customer answered and wrote, and what the team corrected. */
function Said({ customer: c, now }: { customer: Schemas['CustomerOverview']; now: string }) {
  const lines = [
    ...c.orders.flatMap((o) =>
      o.answers.map((a) => ({
        at: a.at,
        order: o.number,
        text: `Answered “${a.label}”${a.text ? `: ${a.text}` : ''}`,
      })),
    ),
    ...c.replies.map((r) => ({ at: r.at, order: r.order, text: `Wrote by ${channelLabel(r.channel)}: “${r.text}”` })),
    ...c.corrections.map((k) => ({
      at: k.at,
      order: k.order,
      text: `${k.field === 'email' ? 'E-mail address' : 'Phone number'} corrected by ${k.by}: ${k.was ?? 'none'} → ${k.now ?? 'none'}`,
    })),
  ].sort((a, b) => b.at.localeCompare(a.at));
  if (lines.length === 0) return null;
  return (
    <section className="box">
      <h2 className="fs16">Answers, replies and corrections</h2>
      <ul className="happened">
        {lines.map((l) => (
          <li className="anywhere" key={l.at + l.text}>
            <span className="mono">{when(l.at, now)}</span> <span className="mono">{l.order}</span> {l.text}
          </li>
        ))}
      </ul>
    </section>
  );
}
