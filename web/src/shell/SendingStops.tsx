import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Popconfirm } from 'antd';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { counted, when } from '../words';
import { ALL, stopWords } from './sending';

/** Stops all sending from wherever somebody is. */
export function StopSending() {
  const sending = useSending();
  if (!sending.data || sending.data.stops.some((s) => s.scope === ALL)) return null;
  return (
    <Popconfirm
      title="Stop all sending?"
      description="Messages wait until somebody resumes. What a gateway has already taken can’t be called back."
      okText="Stop sending"
      cancelText="Cancel"
      placement="bottomRight"
      onConfirm={() => sending.stop(ALL)}
    >
      <button type="button" className="plain out">
        Stop sending
      </button>
    </Popconfirm>
  );
}

export function useSending() {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const asked = useQuery({ queryKey: keys.sending, queryFn: api.sending, refetchInterval: 30_000 });
  const change = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await queries.invalidateQueries({ queryKey: keys.sending });
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  return {
    data: asked.data,
    stop: (scope: string) => change(() => api.stopSending(scope)),
    resume: (scope: string) => change(() => api.resumeSending(scope)),
    drop: (scope: string) => change(() => api.dropHeld(scope)),
  };
}

/** A line for whatever is stopped, with what it holds back, some of it to look at, and the two ways on. */
export function SendingStops({ now }: { now: string }) {
  const sending = useSending();
  const stops = sending.data?.stops ?? [];
  if (stops.length === 0) return null;
  return (
    <div className="troubles" role="status" aria-label="Stopped">
      {stops.map((s) => (
        <div key={s.scope}>
          <span className="mark bad">stopped</span> {stopWords(s)}, {when(s.since, now)}.{' '}
          {s.held === 0 ? 'Nothing is held yet.' : `${counted(s.held, 'message')} held`}
          {s.held > 0 && <Examples stop={s} />}{' '}
          <Button size="small" onClick={() => sending.resume(s.scope)}>
            {s.held > 0 ? `Resume and send ${s.held.toLocaleString('en-GB')}` : 'Resume'}
          </Button>{' '}
          {s.held > 0 && (
            <Popconfirm
              title={`Drop ${counted(s.held, 'message')}?`}
              description="They are never sent. What comes after them is."
              okText="Drop"
              cancelText="Cancel"
              onConfirm={() => sending.drop(s.scope)}
            >
              <Button size="small" danger>
                Drop
              </Button>
            </Popconfirm>
          )}
        </div>
      ))}
    </div>
  );
}

function Examples({ stop }: { stop: Schemas['HeldSending'] }) {
  return (
    <>
      {', for example for '}
      {stop.examples.map((e, i) => (
        <span key={e.id}>
          {i > 0 && ', '}
          <Link className="link mono" to={`/orders/${encodeURIComponent(e.shop)}/${encodeURIComponent(e.number)}`}>
            {e.number}
          </Link>
        </span>
      ))}
      {'.'}
    </>
  );
}
