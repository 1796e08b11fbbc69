import { useInfiniteQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useEffect } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, keys } from '../api/client';
import { Route } from '../route/Route';
import { useGeometry } from '../route/useGeometry';
import { isForSomethingInside } from '../shell/escape';
import { Failed } from '../shell/Failed';
import { typing } from '../shell/usePlaceKeys';
import { stageWords } from '../words';
import { MessageFilters } from './MessageFilters';
import { MessagePanel } from './MessagePanel';
import { MessageRows } from './MessageRows';
import { fromAddress, type MessageFilter, STATES, stageCounts, toAddress, toAsk } from './messages';

/** The place Messages: everything that was sent, is to be sent, or wasn’t and why. */
export default function MessagesPlace({ now }: { now: string }) {
  const { id } = useParams();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const geometry = useGeometry('orders');
  const filter = fromAddress(params);
  const ask = toAsk(filter, now);
  const list = useInfiniteQuery({
    queryKey: keys.messages(ask),
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) => api.messages(ask, pageParam),
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: (old) => old,
  });
  const first = list.data?.pages[0];
  const rows = list.data?.pages.flatMap((p) => p.rows) ?? [];
  const go = (next: MessageFilter) => navigate(`/messages${id ? `/${id}` : ''}${toAddress(next)}`);
  // By the address and not by what was drawn last: two changes in quick succession both count.
  const change = (part: Partial<MessageFilter>) =>
    go({ ...fromAddress(new URLSearchParams(window.location.search)), ...part });
  const open = (message: string) => navigate(`/messages/${encodeURIComponent(message)}${toAddress(filter)}`);
  const close = () => navigate(`/messages${toAddress(filter)}`);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.key === 'Escape' && id && !typing(e.target) && !isForSomethingInside(e)) close();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  const state = STATES.find((s) => s.value === filter.state);
  const about = [state?.label.toLowerCase(), filter.stage && `about ${stageWords(filter.stage).toLowerCase()}`]
    .filter(Boolean)
    .join(' ');
  return (
    <>
      <Route
        title="Messages"
        subtitle={about || 'by stage'}
        geometry={geometry}
        counts={first ? stageCounts(first) : null}
        chosen={filter.stage}
        onChoose={(stage) => change({ stage })}
      />
      <div className="work">
        <main className="main">
          <MessageFilters filter={filter} ask={ask} page={first} onChange={change} />
          {list.isError && rows.length === 0 ? (
            <Failed error={list.error} again={() => list.refetch()} />
          ) : !first ? (
            <div className="empty">Loading messages …</div>
          ) : rows.length === 0 ? (
            <NoMessages isNarrowed={toAddress(filter) !== ''} onWiden={() => go({ period: 'all' })} />
          ) : (
            <MessageRows rows={rows} now={now} chosen={id} onOpen={open} />
          )}
          {list.hasNextPage && (
            <div className="actions">
              <Button loading={list.isFetchingNextPage} onClick={() => list.fetchNextPage()}>
                Show more
              </Button>
            </div>
          )}
        </main>
        {id && <MessagePanel key={id} id={id} now={now} onClose={close} />}
      </div>
    </>
  );
}

function NoMessages({ isNarrowed, onWiden }: { isNarrowed: boolean; onWiden: () => void }) {
  const navigate = useNavigate();
  if (isNarrowed)
    return (
      <div className="empty">
        <h2>No messages match these filters</h2>
        <Button onClick={onWiden}>Show all messages</Button>
      </div>
    );
  return (
    <div className="empty">
      <h2>No messages in the last 7 days</h2>
      <p>As soon as a live notice has something to say, it shows here: sent, held or skipped, each with its reason.</p>
      <div className="actions">
        <Button onClick={onWiden}>Look at all time</Button>
        <Button onClick={() => navigate('/plan')}>Go to the Plan</Button>
      </div>
    </div>
  );
}
