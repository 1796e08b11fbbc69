import { useInfiniteQuery } from '@tanstack/react-query';
import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { api, keys } from '../api/client';
import { useDone } from '../orders/useDone';
import { Only } from '../people/rights';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { canReceive, reasonWords, returnItems, returnState } from './returns';

type Props = { now: string; chosen?: string; onOpen: (shop: string, number: string) => void };

/** What customers send back: those that wait for the team first. */
export function ReturnRows({ now, chosen, onOpen }: Props) {
  const [all, setAll] = useState(false);
  const { done, busy } = useDone();
  const list = useInfiniteQuery({
    queryKey: keys.returns(all),
    initialPageParam: 0,
    queryFn: ({ pageParam }) => api.returns(all, pageParam),
    getNextPageParam: (page, pages) => (page.more ? pages.length : undefined),
    placeholderData: (old) => old,
  });
  const rows = list.data?.pages.flatMap((p) => p.rows) ?? [];
  if (list.isError && rows.length === 0) return <Failed error={list.error} again={() => list.refetch()} />;
  if (!list.data) return <div className="empty">Loading returns …</div>;
  return (
    <>
      <div className="filters">
        <Checkbox checked={all} onChange={(e) => setAll(e.target.checked)}>
          Also received and cancelled returns
        </Checkbox>
      </div>
      {rows.length === 0 ? (
        <div className="empty">
          <h2>{all ? 'No returns yet' : 'No returns are on their way'}</h2>
          <p>Customers ask for a label on their tracking page. Turn returns on in Setup, Brand.</p>
        </div>
      ) : (
        <table className="sheet wide answers">
          <thead>
            <tr>
              <th>Return</th>
              <th>Order</th>
              <th>Customer</th>
              <th>Requested</th>
              <th>Items</th>
              <th>Reason</th>
              <th>State</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map(({ content: r, ...row }) => (
              <tr key={r.id} className={row.number === chosen ? 'on' : ''}>
                <td className="mono" title={row.carrierName}>
                  {r.trackingNumber}
                </td>
                <td>
                  <button type="button" className="plain link mono" onClick={() => onOpen(row.shop, row.number)}>
                    {row.number}
                  </button>
                </td>
                <td>{row.customer ?? <span className="soft">no name</span>}</td>
                <td className="mono">{when(r.requestedAt, now)}</td>
                <td>{returnItems(r.items)}</td>
                <td>{reasonWords(r)}</td>
                <td>
                  <span className={`mark ${returnState(r.state).look}`}>{returnState(r.state).label}</span>
                </td>
                <td>
                  {canReceive(r.state) && (
                    <Only need="work">
                      <Button
                        size="small"
                        loading={busy}
                        aria-label={`Mark as received: ${r.trackingNumber}`}
                        onClick={() => done(() => api.receiveReturn(r.id))}
                      >
                        Mark as received
                      </Button>
                    </Only>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {list.hasNextPage && (
        <div className="actions">
          <Button loading={list.isFetchingNextPage} onClick={() => list.fetchNextPage()}>
            Show more
          </Button>
        </div>
      )}
    </>
  );
}
