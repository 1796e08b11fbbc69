import { useInfiniteQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type LedgerAsk } from '../api/client';
import { channelLabel } from '../channels';
import { Failed } from '../shell/Failed';
import { money, when } from '../words';
import { effectWords, KINDS, months } from './credit';

/** Every movement of credit, the newest first. */
export function Ledger({ now }: { now: string }) {
  const [ask, setAsk] = useState<LedgerAsk>({});
  const ledger = useInfiniteQuery({
    queryKey: keys.ledger(ask),
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) => api.ledger(ask, pageParam),
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: (old) => old,
  });
  if (ledger.isError && !ledger.data) return <Failed error={ledger.error} again={() => ledger.refetch()} />;
  const currency = ledger.data?.pages[0]?.currency ?? '';
  const rows = ledger.data?.pages.flatMap((p) => p.entries) ?? [];
  return (
    <section className="mt12" aria-label="Ledger">
      <div className="filters">
        <h2 className="fs16">Ledger</h2>
        <Select
          aria-label="Month"
          className="w160"
          allowClear
          placeholder="All months"
          value={ask.month}
          onChange={(month) => setAsk({ ...ask, month })}
          options={months(now)}
        />
        <Select
          aria-label="Kind of entry"
          className="w160"
          allowClear
          placeholder="All entries"
          value={ask.kind}
          onChange={(kind) => setAsk({ ...ask, kind })}
          options={Object.entries(KINDS).map(([value, label]) => ({ value, label }))}
        />
        <span className="grow" />
        <Button size="small" href={api.ledgerAddress('csv', ask)} download>
          Save as CSV
        </Button>
        <Button size="small" href={api.ledgerAddress('xlsx', ask)} download>
          Save as XLSX
        </Button>
      </div>
      {rows.length === 0 ? (
        <div className="empty">{ledger.data ? 'No entries match' : 'Loading …'}</div>
      ) : (
        <table className="sheet ledger">
          <thead>
            <tr>
              <th>Time</th>
              <th>What</th>
              <th>Channel</th>
              <th className="num">Amount</th>
              <th className="num">Available</th>
              <th>About</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((e) => (
              <tr key={e.seq}>
                <td className="mono nowrap">{when(e.at, now)}</td>
                <td>{KINDS[e.kind] ?? e.kind}</td>
                <td>{e.channel ? channelLabel(e.channel) : ''}</td>
                <td className="num">{money(e.amount, currency)}</td>
                <td className="num">{effectWords(e, currency)}</td>
                <td>
                  {e.message ? (
                    <Link className="link" to={`/messages/${encodeURIComponent(e.message)}?period=all`}>
                      the message
                    </Link>
                  ) : (
                    [e.note, e.by && `by ${e.by}`].filter(Boolean).join(', ')
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {ledger.hasNextPage && (
        <div className="actions">
          <Button loading={ledger.isFetchingNextPage} onClick={() => ledger.fetchNextPage()}>
            Show more
          </Button>
        </div>
      )}
    </section>
  );
}
