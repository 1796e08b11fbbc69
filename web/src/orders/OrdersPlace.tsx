import { useInfiniteQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, keys } from '../api/client';
import { ORDERS_GEOMETRY } from '../route/geometry';
import { Route } from '../route/Route';
import { Failed } from '../shell/Failed';
import { typing } from '../shell/usePlaceKeys';
import { stageWords } from '../words';
import { OrderPanel } from './OrderPanel';
import { OrderRow } from './OrderRow';
import { SheetPanel } from './SheetPanel';

/** The place Orders: every order on the route, its story beside it. */
export function OrdersPlace({ now }: { now: string }) {
  const { shop, number } = useParams();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const stage = params.get('stage') ?? undefined;
  const search = params.get('search') ?? undefined;
  const [loading, setLoading] = useState(false);
  const list = useInfiniteQuery({
    queryKey: keys.orders(stage, search), initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) => api.orders(stage, search, pageParam), getNextPageParam: (page) => page.next ?? undefined, placeholderData: (old) => old,
  });
  const rows = list.data?.pages.flatMap((p) => p.rows) ?? [];
  const here = (extra: Record<string, string | undefined>) => {
    const next = Object.entries({ stage, search, ...extra }).filter((p): p is [string, string] => !!p[1]);
    return next.length ? `?${new URLSearchParams(next)}` : '';
  };
  const open = (s: string, n: string) => {
    setLoading(false);
    navigate(`/orders/${encodeURIComponent(s)}/${encodeURIComponent(n)}${here({})}`);
  };
  const close = () => navigate(`/orders${here({})}`);

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (typing(e.target)) return;
      if (e.key === 'Escape') {
        setLoading(false);
        if (number) close();
      }
      if ((e.key === 'ArrowDown' || e.key === 'ArrowUp') && rows.length > 0) {
        e.preventDefault();
        const at = rows.findIndex((r) => r.shop === shop && r.number === number);
        const row = rows[Math.max(0, Math.min(rows.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))];
        open(row.shop, row.number);
        document.querySelector<HTMLElement>(`[data-order="${CSS.escape(row.number)}"]`)?.focus();
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });

  const subtitle = stage ? `at ${stageWords(stage).toLowerCase()}${['delivered', 'returned', 'cancelled', 'refunded'].includes(stage) ? ', last 24 hours' : ''}` : 'newest first';
  return (
    <>
      <Route title="Orders" subtitle={subtitle} geometry={ORDERS_GEOMETRY} chosen={stage} onChoose={(s) => navigate(`${number ? `/orders/${shop}/${number}` : '/orders'}${here({ stage: s })}`)} />
      <div className="work">
        <main className="main">
          <div className="filters">
            <button type="button" className={`pill ${!stage && !search ? 'on' : ''}`} onClick={() => navigate('/orders')}>All orders</button>
            {stage && <button type="button" className="pill on" onClick={() => navigate(`/orders${here({ stage: undefined })}`)}>{stageWords(stage)} ✕</button>}
            {search && <button type="button" className="pill on" onClick={() => navigate(`/orders${here({ search: undefined })}`)}>“{search}” ✕</button>}
            <Button className="push" size="small" onClick={() => setLoading(true)}>Load a sheet</Button>
          </div>
          {list.isError && rows.length === 0 ? <Failed error={list.error} again={() => list.refetch()} /> : !list.data ? <div className="empty">Looking for orders ...</div> : rows.length === 0 ? (
            <div className="empty">
              <h2>{search ? `Nothing is called “${search}”` : stage ? `No order is at ${stageWords(stage).toLowerCase()}` : 'No order came in yet'}</h2>
              <p>{search ? 'Try a part of the order number, name, address or tracking number.' : stage ? 'Choose another stop of the route, or all orders.' : 'Load a sheet, or let another system send them: PUT /api/v1/orders/{shop}/{number}.'}</p>
            </div>
          ) : (
            <>
              <ul className="rows">
                {rows.map((row) => <OrderRow key={`${row.shop}/${row.number}`} row={row} chosen={row.shop === shop && row.number === number} onOpen={() => open(row.shop, row.number)} />)}
              </ul>
              {list.hasNextPage && <div className="empty" style={{ padding: 16 }}><Button loading={list.isFetchingNextPage} onClick={() => list.fetchNextPage()}>Show more</Button></div>}
            </>
          )}
        </main>
        {loading ? <SheetPanel onClose={() => setLoading(false)} /> : shop && number ? <OrderPanel key={`${shop}/${number}`} shop={shop} number={number} now={now} onClose={close} /> : (
          <aside className="panel" aria-label="Order"><div className="empty"><h2>Choose an order</h2><p>Its story opens here: scans, messages, answers, and why something was not sent.</p></div></aside>
        )}
      </div>
    </>
  );
}
