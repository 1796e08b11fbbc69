import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { counted, countryWords, money, stageWords, when } from '../words';
import { CountTable } from './CountTable';
import { customersByMessages, difference, type Figures, lines, top, totalCost } from './figures';
import { DayColumns, HourGrid } from './TimeFigures';

const MOST_LINES = 8;

type Props = {
  figures: Figures;
  /** What it is compared with, and how that is called. */
  other?: { figures: Figures; name: string };
  noticeNames: Record<string, string>;
  orders: Record<string, Schemas['OrderRef']>;
  now: string;
  /** Address of one order in this rehearsal. */
  toOrder: (order: Schemas['OrderRef']) => string;
};

/** What a rehearsal came to: how much, when, to whom, at what cost, and what was held. */
export function RehearsalFigures({ figures, other, noticeNames, orders, now, toOrder }: Props) {
  const than = other?.figures;
  const name = (id: string) => noticeNames[id] ?? id;
  return (
    <>
      <Totals figures={figures} other={other} />
      <div className="figures">
        <CountTable title="By notice" of="Notice" lines={lines(figures.by.notice, than?.by.notice, name)} />
        <CountTable title="By stage" of="Stage" lines={lines(figures.by.stage, than?.by.stage, stageWords)} />
        <CountTable title="By channel" of="Channel" lines={lines(figures.by.channel, than?.by.channel, channelLabel)}>
          {figures.costs.map((c) => (
            <p key={c.channel + c.cost.currency} className="soft">
              {channelLabel(c.channel)}: {counted(c.segments, 'segment')},{' '}
              {money(String(c.cost.amount), c.cost.currency)}
            </p>
          ))}
        </CountTable>
        <CountTable
          title="By country"
          of="Country"
          lines={top(
            lines(figures.by.country, than?.by.country, (c) => (c ? countryWords(c) : 'no country')),
            MOST_LINES,
          )}
        />
        <DayColumns counts={figures.by.day} />
        <HourGrid hourOfWeek={figures.by.hourOfWeek} />
        <CountTable
          title="Customers by number of messages"
          of="Messages"
          lines={customersByMessages(figures.customersByMessages, MOST_LINES)}
        />
        <section className="box figure">
          <h3>Customers with the most messages</h3>
          <ul className="plainlist">
            {figures.mostSent.slice(0, 5).map((c) => {
              const order = orders[c.orderId];
              return (
                <li key={c.orderId}>
                  {counted(c.messages, 'message')}, at most {c.mostInADay} in a day
                  {order && (
                    <>
                      {': '}
                      <Link to={toOrder(order)}>order {order.number}</Link>
                    </>
                  )}
                </li>
              );
            })}
          </ul>
        </section>
      </div>
      <section className="box">
        <h3>Flood guard</h3>
        {figures.floods.length === 0 ? (
          <p className="soft">No notice would have been stopped for sending far more than usual.</p>
        ) : (
          <ul className="plainlist">
            {figures.floods.map((f) => (
              <li key={f.noticeId + f.at}>
                {when(f.at, now)}: “{name(f.noticeId)}” would have stopped after {counted(f.limit, 'message')} of{' '}
                {f.messages.toLocaleString('en-GB')} in ten minutes
              </li>
            ))}
          </ul>
        )}
      </section>
      <section className="box">
        <h3>Not sent, and why</h3>
        {figures.reasons.length === 0 ? (
          <p className="soft">Everything was sent.</p>
        ) : (
          <table className="sheet wide">
            <thead>
              <tr>
                <th>Messages</th>
                <th>Notice</th>
                <th>Reason</th>
                <th>Instead</th>
                <th>For example</th>
              </tr>
            </thead>
            <tbody>
              {figures.reasons.map((h) => (
                <tr key={h.noticeId + h.reason + h.isReplaced}>
                  <td className="mono">{h.count.toLocaleString('en-GB')}</td>
                  <td>{name(h.noticeId)}</td>
                  <td>{h.reason}</td>
                  <td>{h.isReplaced ? 'another channel' : 'nothing'}</td>
                  <td>
                    {h.orderIds
                      .map((id) => orders[id])
                      .filter((o): o is Schemas['OrderRef'] => !!o)
                      .map((o) => (
                        <Link key={o.number} className="mono example" to={toOrder(o)}>
                          {o.number}
                        </Link>
                      ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </>
  );
}

/** Shown where there are any. */
const COPIES = 'Copies to the team';

function Totals({ figures, other }: Pick<Props, 'figures' | 'other'>) {
  const than = other?.figures;
  const all = [
    { name: 'Messages', of: (f: Figures) => f.messages },
    { name: 'Customers', of: (f: Figures) => f.customers },
    { name: COPIES, of: (f: Figures) => f.copies },
    { name: 'Moved to the send window', of: (f: Figures) => f.moved },
    { name: 'Not sent', of: (f: Figures) => f.held },
  ].filter((t) => t.name !== COPIES || t.of(figures) + (than ? t.of(than) : 0) > 0);
  return (
    <dl className="totals">
      {all.map((t) => (
        <div key={t.name}>
          <dt>{t.name}</dt>
          <dd>
            {t.of(figures).toLocaleString('en-GB')}
            {than && (
              <small title={`${other?.name}: ${t.of(than).toLocaleString('en-GB')}`}>
                {difference(t.of(figures), t.of(than))}
              </small>
            )}
          </dd>
        </div>
      ))}
      <div>
        <dt>Cost</dt>
        <dd>
          {totalCost(figures) || 'none'}
          {than && <small>before: {totalCost(than) || 'none'}</small>}
        </dd>
      </div>
    </dl>
  );
}
