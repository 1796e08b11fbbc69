import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useEffect } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, keys } from '../api/client';
import { OrderPanel } from '../orders/OrderPanel';
import { Route } from '../route/Route';
import { useGeometry } from '../route/useGeometry';
import { isForSomethingInside } from '../shell/escape';
import { Failed } from '../shell/Failed';
import { typing } from '../shell/usePlaceKeys';
import { stageWords } from '../words';
import { AnswerRows } from './AnswerRows';
import { fromAddress, STATES, toAddress } from './answers';
import { NoticeFigures } from './NoticeFigures';
import { ReplyInbox } from './ReplyInbox';
import { ReturnRows } from './ReturnRows';

/** The place Answers: questions with what became of them, replies that need a person, and returns. */
export default function AnswersPlace({ now }: { now: string }) {
  const { shop, number } = useParams();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const geometry = useGeometry('orders');
  const { view, ...filter } = fromAddress(params);
  const replies = useQuery({ queryKey: keys.replies, queryFn: api.replies });
  const returns = useQuery({ queryKey: keys.returnCounts, queryFn: () => api.returns(false, 0) });
  const list = useInfiniteQuery({
    queryKey: keys.answerList(filter),
    initialPageParam: 0,
    queryFn: ({ pageParam }) => api.answerList(filter, pageParam),
    getNextPageParam: (page, pages) => (page.more ? pages.length : undefined),
    placeholderData: (old) => old,
  });
  const first = list.data?.pages[0];
  const rows = list.data?.pages.flatMap((p) => p.rows) ?? [];
  const path = number ? `/answers/${encodeURIComponent(shop ?? '')}/${encodeURIComponent(number)}` : '/answers';
  const go = (next: Parameters<typeof toAddress>[0]) => navigate(`${path}${toAddress(next)}`);
  const open = (s: string, n: string) =>
    navigate(`/answers/${encodeURIComponent(s)}/${encodeURIComponent(n)}${toAddress({ ...filter, view })}`);
  const close = () => navigate(`/answers${toAddress({ ...filter, view })}`);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.key === 'Escape' && number && !typing(e.target) && !isForSomethingInside(e)) close();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  const pill = (chosen: boolean, label: string, count: number | undefined, choose: () => void, look?: string) => (
    <button key={label} type="button" className={`pill ${chosen ? 'on' : ''}`} aria-pressed={chosen} onClick={choose}>
      {label} {count !== undefined && <span className={`mark ${look ?? 'v'}`}>{count}</span>}
    </button>
  );
  return (
    <>
      <Route
        title="Answers"
        subtitle={filter.stage ? `orders at ${stageWords(filter.stage).toLowerCase()}` : 'waiting questions'}
        geometry={geometry}
        counts={first ? new Map(first.stops.map((s) => [s.stage, s.questions])) : null}
        chosen={filter.stage}
        onChoose={(stage) => go({ ...filter, stage })}
      />
      <div className="work">
        <main className="main">
          <div className="filters" role="toolbar" aria-label="Filters">
            {pill(!view && !filter.state, 'All questions', first?.counts.all, () =>
              go({ ...filter, state: undefined }),
            )}
            {STATES.map((s) =>
              pill(
                !view && filter.state === s.value,
                s.label,
                first?.counts[s.value as 'waiting'],
                () => go({ ...filter, state: s.value }),
                s.look,
              ),
            )}
            {pill(view === 'person', 'Needs a person', replies.data?.waiting, () => go({ view: 'person' }), 'gold')}
            {pill(view === 'returns', 'Returns', returns.data?.counts.waiting, () => go({ view: 'returns' }), 'gold')}
            {!view && (first?.notices.length ?? 0) > 1 && (
              <Select
                aria-label="Notice"
                className="w200"
                allowClear
                placeholder="Any notice"
                value={filter.notice}
                onChange={(notice) => go({ ...filter, notice })}
                options={first?.notices.map((n) => ({ value: n.id, label: n.name }))}
              />
            )}
          </div>
          {view === 'person' ? (
            <ReplyInbox now={now} onOpen={open} />
          ) : view === 'returns' ? (
            <ReturnRows now={now} chosen={number} onOpen={open} />
          ) : list.isError && rows.length === 0 ? (
            <Failed error={list.error} again={() => list.refetch()} />
          ) : !first ? (
            <div className="empty">Loading answers …</div>
          ) : first.notices.length === 0 ? (
            <div className="empty">
              <h2>No questions yet</h2>
              <p>
                A notice can ask its customers something. Add a question to one in the Plan; what they answer shows
                here.
              </p>
              <Button onClick={() => navigate('/plan')}>Go to the Plan</Button>
            </div>
          ) : (
            <>
              <NoticeFigures notices={first.notices} chosen={filter.notice} />
              {rows.length === 0 ? (
                <div className="empty">
                  <h2>No questions match these filters</h2>
                  <Button onClick={() => go({})}>Show all questions</Button>
                </div>
              ) : (
                <AnswerRows rows={rows} now={now} chosen={number} onOpen={open} />
              )}
              {list.hasNextPage && (
                <div className="actions">
                  <Button loading={list.isFetchingNextPage} onClick={() => list.fetchNextPage()}>
                    Show more
                  </Button>
                </div>
              )}
            </>
          )}
        </main>
        {shop && number && (
          <OrderPanel key={`${shop}/${number}`} shop={shop} number={number} now={now} onClose={close} />
        )}
      </div>
    </>
  );
}
