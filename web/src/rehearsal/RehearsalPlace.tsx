import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Progress, Select } from 'antd';
import { NavLink, useParams, useSearchParams } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { Only } from '../people/rights';
import { Failed } from '../shell/Failed';
import { counted } from '../words';
import { Differences } from './Differences';
import { besideWords, lowered, periodWords } from './figures';
import { isRunning, progressWords } from './progress';
import { RehearsalFigures } from './RehearsalFigures';
import { RehearsalList } from './RehearsalList';
import { RehearsedOrder } from './RehearsedOrder';

/** Rehearsals: all that are kept, or one of them with its figures and what differs. */
export default function RehearsalPlace({ now }: { now: string }) {
  const { id, shop, number } = useParams();
  return (
    <>
      <header className="subbar">
        <h1>Plan</h1>
        <nav aria-label="Parts of the plan">
          <NavLink to="/plan">Notices</NavLink>
          <NavLink to="/rehearsals">Rehearsals</NavLink>
        </nav>
      </header>
      {id ? <OneRehearsal key={id} id={id} shop={shop} number={number} now={now} /> : <RehearsalList now={now} />}
    </>
  );
}

type Props = { id: string; shop?: string; number?: string; now: string };

function OneRehearsal({ id, shop, number, now }: Props) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [search, setSearch] = useSearchParams();
  const found = useQuery({
    queryKey: keys.rehearsal(id),
    queryFn: () => api.rehearsal(id),
    refetchInterval: (q) => (q.state.data && isRunning(q.state.data.rehearsal) ? 700 : false),
    retry: false,
  });
  const others = useQuery({ queryKey: keys.rehearsals, queryFn: api.rehearsals });
  const row = found.data?.rehearsal;
  if (found.isError) return <Failed error={found.error} again={() => found.refetch()} />;
  if (!found.data || !row) return <div className="empty">Loading …</div>;
  const at = `/rehearsals/${id}`;
  const query = search.size > 0 ? `?${search}` : '';
  const toOrder = (o: Schemas['OrderRef']) =>
    `${at}/${encodeURIComponent(o.shop)}/${encodeURIComponent(o.number)}${query}`;
  const beside = others.data?.find((r) => r.id === search.get('with') && r.figures);
  const other = beside?.figures
    ? { figures: beside.figures, name: beside.title }
    : row.otherFigures
      ? { figures: row.otherFigures, name: besideWords(row) }
      : undefined;
  const stop = () =>
    api
      .stopRehearsal(id)
      .then(() => queries.invalidateQueries({ queryKey: keys.rehearsal(id) }))
      .catch((e: Error) => message.error(e.message));
  const copy = () =>
    navigator.clipboard
      .writeText(window.location.href)
      .then(() => message.success('Link copied'))
      .catch(() => message.info(window.location.href, 10));
  return (
    <div className="work stacked">
      <main className="main pad" aria-label="Rehearsal">
        <h2 className="rehearsed">{row.title}</h2>
        <p className="under">
          {row.fileName && `${row.fileName} · `}
          {periodWords(row.period.from, row.period.to)} · {counted(row.progress.total, 'order')} replayed ·{' '}
          {row.figures ? `nothing was sent` : progressWords(row)}
          {other && ` · compared with ${beside ? `“${other.name}”` : lowered(other.name)}`}
        </p>
        {isRunning(row) && (
          <div className="running">
            <Progress
              percent={row.progress.total === 0 ? 0 : Math.floor((100 * row.progress.done) / row.progress.total)}
              aria-label="Orders done"
            />
            <Only need="work">
              <Button onClick={stop}>Stop</Button>
            </Only>
          </div>
        )}
        {row.progress.status === 'stopped' && (
          <p>It was stopped, so there are no figures. Rehearse again, perhaps over fewer days.</p>
        )}
        {row.progress.status === 'failed' && (
          <p role="alert">
            Something went wrong, and there are no figures. Try again; the log has the details under {id}.
          </p>
        )}
        {row.figures && (
          <>
            <div className="actions">
              <Select
                aria-label="Compare with another rehearsal"
                placeholder="Compare with another rehearsal"
                className="wide"
                allowClear
                value={beside?.id}
                onChange={(with_?: string) => setSearch(with_ ? { with: with_ } : {}, { replace: true })}
                options={others.data
                  ?.filter((r) => r.id !== id && r.figures)
                  .map((r) => ({
                    value: r.id,
                    label: `${r.title}, ${r.fileName ?? periodWords(r.period.from, r.period.to)}`,
                  }))}
              />
              <Button href={`/ui/rehearsals/${encodeURIComponent(id)}/figures.csv`}>Export figures</Button>
              <Button onClick={copy}>Copy link</Button>
            </div>
            <RehearsalFigures
              figures={row.figures}
              other={other}
              noticeNames={found.data.noticeNames}
              orders={found.data.orders}
              now={now}
              toOrder={toOrder}
            />
          </>
        )}
      </main>
      <aside className="panel rehearsal" aria-label="What differs">
        {shop && number ? (
          <RehearsedOrder id={id} shop={shop} number={number} now={now} back={at + query} beside={besideWords(row)} />
        ) : row.comparedWith && row.figures ? (
          <Differences
            id={id}
            differing={row.progress.differing}
            noticeNames={found.data.noticeNames}
            beside={besideWords(row)}
            toOrder={toOrder}
          />
        ) : (
          <div className="empty">
            <h2>{row.figures ? 'Choose an order' : 'Rehearsing …'}</h2>
            <p>
              {row.figures
                ? 'Every order that a figure names shows what its customer would have read.'
                : 'You can leave this page; the rehearsal goes on.'}
            </p>
          </div>
        )}
      </aside>
    </div>
  );
}
