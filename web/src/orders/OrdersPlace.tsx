import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { App } from 'antd';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, keys, type OrderFilter } from '../api/client';
import { FirstSteps } from '../desk/FirstSteps';
import { Locked } from '../people/rights';
import { Route } from '../route/Route';
import { useGeometry } from '../route/useGeometry';
import { isForSomethingInside } from '../shell/escape';
import { Failed } from '../shell/Failed';
import { typing } from '../shell/usePlaceKeys';
import { stageWords } from '../words';
import { FilterBar } from './FilterBar';
import { fromAddress, toAddress } from './filter';
import { ManyPanel } from './ManyPanel';
import { OrderPanel } from './OrderPanel';
import { OrderRows } from './OrderRows';
import { SheetPanel } from './SheetPanel';

const DENSE = 'orders.dense';
const key = (r: { shop: string; number: string }) => `${r.shop}/${r.number}`;

/** The place Orders: every order on the route, its story beside it. */
export default function OrdersPlace({ now }: { now: string }) {
  const { shop, number } = useParams();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const filter = fromAddress(params);
  const { message } = App.useApp();
  const geometry = useGeometry('orders');
  const [loading, setLoading] = useState(false);
  const [dense, setDense] = useState(() => localStorage.getItem(DENSE) === 'yes');
  const [selected, setSelected] = useState<Map<string, { shop: string; number: string }>>(new Map());
  const choices = useQuery({ queryKey: keys.choices, queryFn: api.ordersChoices });
  const list = useInfiniteQuery({
    queryKey: keys.orders(filter),
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) => api.orders(filter, pageParam),
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: (old) => old,
  });
  const rows = list.data?.pages.flatMap((p) => p.rows) ?? [];
  const scroller = useRef<HTMLElement>(null);
  const { fetchNextPage, isFetchingNextPage } = list;
  const fetchMore = useCallback(() => {
    if (!isFetchingNextPage) fetchNextPage();
  }, [fetchNextPage, isFetchingNextPage]);
  const go = (next: OrderFilter) => navigate(`${number ? `/orders/${shop}/${number}` : '/orders'}${toAddress(next)}`);
  const open = (s: string, n: string) => {
    setLoading(false);
    navigate(`/orders/${encodeURIComponent(s)}/${encodeURIComponent(n)}${toAddress(filter)}`);
  };
  const close = () => navigate(`/orders${toAddress(filter)}`);
  const toggle = (row: { shop: string; number: string }) =>
    setSelected((old) => {
      const next = new Map(old);
      if (!next.delete(key(row))) next.set(key(row), { shop: row.shop, number: row.number });
      return next;
    });
  const selectAll = async () => {
    try {
      const { orders, more } = await api.ordersNames(filter);
      setSelected(new Map(orders.map((o) => [key(o), o])));
      if (more)
        message.warning(`More orders match. The newest ${orders.length.toLocaleString('en-GB')} are selected.`, 8);
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  const density = () => {
    localStorage.setItem(DENSE, dense ? 'no' : 'yes');
    setDense(!dense);
  };

  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (
        typing(e.target) ||
        e.ctrlKey ||
        e.metaKey ||
        e.altKey ||
        (e.target as HTMLElement).closest?.('[role=dialog]')
      )
        return;
      if (e.key === 'Escape' && !isForSomethingInside(e)) {
        if (loading) setLoading(false);
        else if (selected.size > 0) setSelected(new Map());
        else if (number) close();
      }
      const at = rows.findIndex((r) => r.shop === shop && r.number === number);
      if ((e.key === 'ArrowDown' || e.key === 'ArrowUp') && rows.length > 0) {
        e.preventDefault();
        const row = rows[Math.max(0, Math.min(rows.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))];
        if (e.shiftKey) {
          if (at >= 0 && !selected.has(key(rows[at]))) toggle(rows[at]);
          if (!selected.has(key(row))) toggle(row);
        }
        open(row.shop, row.number);
      }
      if (e.key === 'x' && at >= 0) toggle(rows[at]);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });

  const subtitle = filter.stage
    ? `at ${stageWords(filter.stage).toLowerCase()}${['delivered', 'returned', 'cancelled', 'refunded'].includes(filter.stage) ? ', last 24 hours' : ''}`
    : 'newest first';
  const narrowed = toAddress(filter) !== '';
  const chosen = rows.find((r) => r.shop === shop && r.number === number);
  return (
    <>
      <Route
        title="Orders"
        subtitle={subtitle}
        geometry={geometry}
        slim={dense}
        chosen={filter.stage}
        onChoose={(stage) => go({ ...filter, stage })}
      />
      <div className="work">
        <main ref={scroller} className={`main ${dense ? 'dense' : ''}`}>
          <FilterBar
            filter={filter}
            choices={choices.data}
            dense={dense}
            onDensity={density}
            onChange={go}
            onLoad={() => setLoading(true)}
          />
          {list.isError && rows.length === 0 ? (
            <Failed error={list.error} again={() => list.refetch()} />
          ) : !list.data ? (
            <div className="empty">Loading orders …</div>
          ) : rows.length === 0 && !narrowed ? (
            <div className="empty">
              <h2>No orders yet</h2>
              <p>Import a file, or connect a shop in Setup. Other systems can send orders too, with an API key.</p>
              <FirstSteps onImport={() => setLoading(true)} />
            </div>
          ) : rows.length === 0 ? (
            <div className="empty">
              <h2>
                {filter.search
                  ? `No orders match “${filter.search}”`
                  : filter.stage && Object.keys(filter).length === 1
                    ? `No orders at ${stageWords(filter.stage).toLowerCase()}`
                    : 'No orders match these filters'}
              </h2>
              <p>
                {filter.search
                  ? 'Search by the beginning of a word, or by the beginning or the last four digits of a number.'
                  : 'Remove a filter, choose another stop, or show all orders.'}
              </p>
            </div>
          ) : (
            <>
              <div className="orow ohead" aria-hidden="true">
                <span className="c col-number">Order</span>
                <span className="c col-name">Customer</span>
                <span className="c col-placed">Placed</span>
                <span className="c col-country">To</span>
                <span className="c col-tracking">Tracking number</span>
                <span className="c col-total">Total</span>
              </div>
              <OrderRows
                key={toAddress(filter)}
                rows={rows}
                scroller={scroller}
                geometry={geometry}
                now={now}
                dense={dense}
                chosen={chosen}
                isSelected={(row) => selected.has(key(row))}
                hasMore={list.hasNextPage}
                onMore={fetchMore}
                onSelect={toggle}
                onOpen={(row) => open(row.shop, row.number)}
              />
              {list.isFetchingNextPage && <div className="empty p16">Loading more orders …</div>}
            </>
          )}
        </main>
        {loading ? (
          <SheetPanel onClose={() => setLoading(false)} />
        ) : selected.size > 0 ? (
          <Locked need="work">
            <ManyPanel
              messages={filter.message}
              orders={[...selected.values()]}
              matching={list.hasNextPage ? undefined : rows.length}
              onAll={selectAll}
              onClose={() => setSelected(new Map())}
            />
          </Locked>
        ) : shop && number ? (
          <OrderPanel
            key={`${shop}/${number}`}
            shop={shop}
            number={number}
            now={now}
            choices={choices.data}
            onClose={close}
          />
        ) : (
          <aside className="panel" aria-label="Order">
            <div className="empty">
              <h2>Choose an order</h2>
              <p>Its timeline opens here: scans, messages, answers, and why a message was skipped.</p>
            </div>
            {rows.length > 0 && <FirstSteps onImport={() => setLoading(true)} />}
          </aside>
        )}
      </div>
    </>
  );
}
