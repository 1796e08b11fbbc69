import { useQuery } from '@tanstack/react-query';
import { Alert } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { Locked } from '../people/rights';
import { Failed } from '../shell/Failed';
import { counted } from '../words';
import { CreditSettings } from './CreditSettings';
import { cents, dayWords } from './credit';
import { Ledger } from './Ledger';
import { PriceList } from './PriceList';
import { TopUp } from './TopUp';

/** Setup, Credit: what is left and how long it lasts, limits, prices, and every movement. */
export function CreditPage({ now }: { now: string }) {
  const credit = useQuery({ queryKey: keys.credit, queryFn: api.credit });
  if (credit.isError) return <Failed error={credit.error} again={() => credit.refetch()} />;
  if (!credit.data) return <div className="empty">Loading …</div>;
  const c = credit.data;
  return (
    <div className="work">
      <main className="main pad">
        {c.on ? (
          <Balance credit={c} />
        ) : (
          <p className="soft intro">
            Credit isn’t tracked yet: messages are sent whatever they cost. Import a price list and add an amount; from
            then on, the cost of each message is reserved, charged and listed below.
          </p>
        )}
        {c.waiting > 0 && (
          <Alert
            className="mt12"
            type="warning"
            title={`${counted(c.waiting, 'message')} waiting for credit or for next month`}
          />
        )}
        {c.low && <Alert className="mt12" type="warning" title="Credit is low" />}
        <Locked need="owner">
          <div className="account mt12">
            {c.currency && <TopUp credit={c} />}
            <CreditSettings credit={c} key={JSON.stringify(c.settings)} />
            <PriceList credit={c} />
          </div>
        </Locked>
        {c.on && <Ledger now={now} />}
      </main>
    </div>
  );
}

function Balance({ credit: c }: { credit: Schemas['CreditView'] }) {
  const figures = [
    ['Available', cents(c.available, c.currency)],
    ['Held for messages to come', cents(c.held, c.currency)],
    ['Lasts until', c.lastsUntil ? dayWords(c.lastsUntil) : 'more than a year'],
    ['Spent since yesterday, 18:00 UTC', cents(c.sinceYesterday, c.currency)],
    ['Spent this month', cents(c.thisMonth, c.currency)],
    ['This month, if it goes on like this', cents(c.monthForecast, c.currency)],
  ];
  return (
    <dl className="figures" aria-label="Credit">
      {figures.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
