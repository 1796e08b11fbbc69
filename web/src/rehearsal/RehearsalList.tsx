import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Popconfirm } from 'antd';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { Only } from '../people/rights';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { periodWords, totalCost } from './figures';
import { NewRehearsal } from './NewRehearsal';
import { isRunning, progressWords } from './progress';

/** The rehearsals that are kept, and a new one. */
export function RehearsalList({ now }: { now: string }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const all = useQuery({
    queryKey: keys.rehearsals,
    queryFn: api.rehearsals,
    refetchInterval: (q) => (q.state.data?.some((r) => isRunning(r)) ? 1000 : false),
  });
  const remove = async (row: Schemas['RehearsalRow']) => {
    try {
      await api.removeRehearsal(row.id);
      await queries.invalidateQueries({ queryKey: keys.rehearsals });
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  return (
    <div className="work stacked">
      <main className="main pad">
        {all.isError ? (
          <Failed error={all.error} again={() => all.refetch()} />
        ) : all.data?.length === 0 ? (
          <div className="empty">
            <h2>No rehearsals yet</h2>
            <p>See what a plan would have said to past customers, before it speaks to the next ones.</p>
          </div>
        ) : (
          <table className="sheet wide">
            <thead>
              <tr>
                <th>Plan</th>
                <th>Orders of</th>
                <th>Messages</th>
                <th>Cost</th>
                <th>Made</th>
                <th>By</th>
                <th>
                  <span className="visually-hidden">Delete</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {all.data?.map((r) => (
                <tr key={r.id}>
                  <td>
                    <Link to={`/rehearsals/${r.id}`}>{r.title}</Link>
                  </td>
                  <td>{r.fileName ?? periodWords(r.period.from, r.period.to)}</td>
                  <td className="mono">{r.figures ? r.figures.messages.toLocaleString('en-GB') : progressWords(r)}</td>
                  <td className="mono">{r.figures ? totalCost(r.figures) || 'none' : '–'}</td>
                  <td className="mono">{when(r.madeAt, now)}</td>
                  <td>{r.madeBy}</td>
                  <td>
                    <Only need="work">
                      <Popconfirm
                        title="Delete this rehearsal?"
                        okText="Delete"
                        cancelText="Cancel"
                        onConfirm={() => remove(r)}
                      >
                        <Button size="small" aria-label={`Delete rehearsal ${r.title}`}>
                          Delete
                        </Button>
                      </Popconfirm>
                    </Only>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </main>
      <Only need="work">
        <NewRehearsal now={now} />
      </Only>
    </div>
  );
}
