import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { counted, when } from '../words';

const SHOWN = 10;

/** Who is in a series, since when, and what comes next. */
export function SeriesMembers({ id, now }: { id: string; now: string }) {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const [all, setAll] = useState(false);
  const members = useQuery({ queryKey: keys.seriesMembers(id), queryFn: () => api.seriesMembers(id) });
  if (!members.data) return null;
  const { total, members: list } = members.data;
  const refresh = () => queries.invalidateQueries({ queryKey: keys.seriesMembers(id) });
  const leave = async (m: Schemas['SeriesMember']) => {
    const order = { shop: m.shop, number: m.number };
    try {
      await api.leaveSeries(id, order);
      refresh();
      message.success(
        <span>
          {m.number} taken out{' '}
          <Button
            size="small"
            type="link"
            onClick={() =>
              api
                .returnToSeries(id, order)
                .then(refresh)
                .catch((e: Error) => message.error(e.message))
            }
          >
            Undo
          </Button>
        </span>,
        8,
      );
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  if (total === 0) return <p className="soft mt12">No order is in it now.</p>;
  const shown = list.slice(0, all ? undefined : SHOWN);
  return (
    <table className="members mt12" aria-label="Orders in it">
      <caption>{counted(total, 'order')} in it now</caption>
      <thead>
        <tr>
          <th scope="col">Order</th>
          <th scope="col">Since</th>
          <th scope="col">Next</th>
          <th scope="col">
            <span className="visually-hidden">Take out</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {shown.map((m) => (
          <tr key={`${m.shop}/${m.number}`}>
            <td>
              <Link className="link mono" to={`/orders/${encodeURIComponent(m.shop)}/${encodeURIComponent(m.number)}`}>
                {m.number}
              </Link>
              <div className="soft">{m.customer}</div>
            </td>
            <td>{when(m.since, now)}</td>
            <td>
              {when(m.next.dueAt, now)}
              <div className="soft">
                {m.next.notice}, {channelLabel(m.next.channel)}
                {m.left > 1 && `, then ${m.left - 1} more`}
              </div>
              {m.ends && <div className="soft">Won’t be sent: {m.ends}</div>}
            </td>
            <td>
              <Button size="small" aria-label={`Take out ${m.number}`} onClick={() => leave(m)}>
                Take out
              </Button>
            </td>
          </tr>
        ))}
      </tbody>
      {(list.length > shown.length || total > list.length) && (
        <tfoot>
          <tr>
            <td colSpan={4}>
              {list.length > shown.length ? (
                <Button size="small" onClick={() => setAll(true)}>
                  Show {counted(list.length, 'order')}
                </Button>
              ) : (
                <span className="soft">and {total - list.length} more</span>
              )}
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
