import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { Failed } from '../shell/Failed';
import { minutes } from '../words';
import { stateMark, stateWords } from './life';
import { refreshChecks } from './refresh';
import { SeriesForm } from './SeriesForm';
import { SeriesMembers } from './SeriesMembers';
import { endWords, stepTime } from './series';
import { triggerWords, waitWords } from './timing';
import { usePlanNames } from './usePlanNames';

const FRESH: Schemas['SeriesBody'] = {
  name: '',
  stage: 'delivered',
  ends: ['answer', 'refund', 'return', 'complaint', 'next-order'],
  endTags: [],
};

type Props = {
  now: string;
  notices: Schemas['NoticeView'][];
  onAdd: (series: Schemas['SeriesView']) => void;
  onClose: () => void;
};

/** The follow-up series of the plan: what they begin with, what they say, what ends them, and who is in them. */
export function SeriesPanel({ now, notices, onAdd, onClose }: Props) {
  const series = useQuery({ queryKey: keys.series, queryFn: api.series });
  const [making, setMaking] = useState(false);
  const list = series.data ?? [];
  return (
    <aside
      className="panel"
      aria-label="Follow-up series"
      onKeyDown={(e) => e.key === 'Escape' && !e.defaultPrevented && onClose()}
    >
      <h2>
        <span>Follow-up series</span>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </h2>
      {series.isError && <Failed error={series.error} again={() => series.refetch()} />}
      {series.data && list.length === 0 && !making && (
        <p>
          Notices counted from one moment, such as 2 and 10 days after delivery. They stop by themselves when the
          customer answers, orders again or sends something back.
        </p>
      )}
      {list.map((s) => (
        <OneSeries
          key={s.id}
          now={now}
          view={s}
          steps={notices.filter((n) => n.notice.series === s.id)}
          onAdd={() => onAdd(s)}
        />
      ))}
      {making ? (
        <SeriesForm
          document={FRESH}
          save={(body) => api.addSeries(body)}
          onDone={() => setMaking(false)}
          onCancel={() => setMaking(false)}
        />
      ) : (
        <div className="actions">
          <Button type={list.length === 0 ? 'primary' : 'default'} onClick={() => setMaking(true)}>
            New series
          </Button>
        </div>
      )}
    </aside>
  );
}

type OneProps = { now: string; view: Schemas['SeriesView']; steps: Schemas['NoticeView'][]; onAdd: () => void };

function OneSeries({ now, view, steps, onAdd }: OneProps) {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const names = usePlanNames();
  const [editing, setEditing] = useState(false);
  const { series } = view;
  const refresh = () => {
    queries.invalidateQueries({ queryKey: keys.series });
    queries.invalidateQueries({ queryKey: keys.plan });
    refreshChecks(queries);
  };
  const remove = async () => {
    try {
      await api.removeSeries(view.id);
      refresh();
      message.success(
        <span>
          “{series.name}” deleted{' '}
          <Button
            size="small"
            type="link"
            onClick={() =>
              api
                .addSeries(series)
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
  if (editing)
    return (
      <SeriesForm
        document={series}
        version={view.version}
        save={(body, version) => api.changeSeries(view.id, body, version)}
        onDone={() => setEditing(false)}
        onCancel={() => setEditing(false)}
      />
    );
  const inOrder = [...steps].sort((a, b) => stepTime(a.notice, minutes) - stepTime(b.notice, minutes));
  return (
    <section className="box" aria-label={`Series ${series.name}`}>
      <h3>{series.name}</h3>
      <p className="say more">
        Counted from when {triggerWords(series, names)}.{' '}
        {endWords(series) ? `Ends when ${endWords(series)}.` : 'Nothing ends it before its last notice.'}
      </p>
      <ol className="plainlist" aria-label="Its notices">
        {inOrder.map((n) => (
          <li key={n.id}>
            {waitWords(n.notice) || 'at once'}:{' '}
            <Link className="link" to={`/plan/${encodeURIComponent(n.id)}`}>
              {n.notice.name}
            </Link>{' '}
            <span className={`mark ${stateMark(n.notice.state)}`}>{stateWords(n.notice.state)}</span>
          </li>
        ))}
      </ol>
      <div className="actions">
        <Button size="small" onClick={onAdd}>
          Add a notice
        </Button>
        <Button size="small" onClick={() => setEditing(true)}>
          Edit
        </Button>
        {steps.length === 0 && (
          <Button size="small" danger onClick={remove}>
            Delete
          </Button>
        )}
      </div>
      {steps.length > 0 && <SeriesMembers id={view.id} now={now} />}
    </section>
  );
}
