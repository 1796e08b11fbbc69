import { useQueryClient } from '@tanstack/react-query';
import { Alert, App, Button } from 'antd';
import { useRef } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { useForm } from '../people/useForm';
import { countryWords, money } from '../words';
import { gapWords } from './credit';

/** What messages cost: one list in one currency, in and out as CSV. */
export function PriceList({ credit }: { credit: Schemas['CreditView'] }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const form = useForm();
  const input = useRef<HTMLInputElement>(null);
  const load = async (file: File | undefined) => {
    if (!file) return;
    const done = await form.send(() => api.importPrices(file));
    if (input.current) input.current.value = '';
    if (!done) return;
    message.success('Price list imported');
    await queries.invalidateQueries({ queryKey: keys.credit });
  };
  const wrong = form.faultOf('file') ?? form.wrong;
  return (
    <section className="box">
      <h2>Price list</h2>
      {credit.prices.length === 0 ? (
        <p>
          None yet: the prices of the accounts in Gateways are used. A list is a CSV file with the columns{' '}
          <span className="mono">channel,country,price,currency,from,until</span>, a row for each price of a segment (or
          of a message by chat), as in <span className="mono">sms,SE,0.15,EUR,2026-01-01,</span>. A blank country stands
          for all others, a blank end for a price that goes on.
        </p>
      ) : (
        <table className="plain-table">
          <thead>
            <tr>
              <th>Channel</th>
              <th>Country</th>
              <th className="num">Price</th>
              <th>From</th>
              <th>Until</th>
            </tr>
          </thead>
          <tbody>
            {credit.prices.map((p) => (
              <tr key={`${p.channel} ${p.country} ${p.from}`}>
                <td>{channelLabel(p.channel)}</td>
                <td>{p.country ? countryWords(p.country) : 'all others'}</td>
                <td className="num">{money(p.amount, credit.currency)}</td>
                <td className="nowrap">{p.from}</td>
                <td className="nowrap">{p.until ?? '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {credit.gaps.map((g) => (
        <Alert key={`${g.channel} ${g.country} ${g.ends}`} className="mt12" type="warning" title={gapWords(g)} />
      ))}
      {wrong && <Alert className="mt12" type="error" title={`${wrong}. The list stays as it was.`} />}
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Price list as CSV"
        accept=".csv,text/csv"
        onChange={(e) => load(e.target.files?.[0])}
      />
      <div className="actions">
        <Button loading={form.busy} onClick={() => input.current?.click()}>
          Import a price list
        </Button>
        {credit.prices.length > 0 && (
          <Button disabled={false} href="/ui/credit/prices.csv" download>
            Save as CSV
          </Button>
        )}
      </div>
    </section>
  );
}
