import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Modal } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Navigate, NavLink, Route as Path, Routes, useNavigate } from 'react-router';
import { api, keys } from '../api/client';
import { TestBench } from '../bench/TestBench';
import { OrdersPlace } from '../orders/OrdersPlace';
import { SignIn } from '../people/SignIn';
import { PlanPlace } from '../plan/PlanPlace';
import { SetupPlace } from '../setup/SetupPlace';
import { Failed } from './Failed';
import { Flag } from './Flag';
import { usePlaceKeys } from './usePlaceKeys';

const WordingPlace = lazy(() => import('../wording/WordingPlace'));

/** The frame around every place: sign-in first, then the bar, the place, and the keys that work everywhere. */
export function Shell() {
  const session = useQuery({ queryKey: keys.session, queryFn: api.session, refetchInterval: 5000 });
  const queries = useQueryClient();
  const navigate = useNavigate();
  const find = useRef<HTMLInputElement>(null);
  const [help, setHelp] = useState(false);
  usePlaceKeys(
    !!session.data?.name,
    session.data?.demo ?? false,
    () => find.current?.focus(),
    () => setHelp(true),
  );
  const now = session.data?.now;
  useEffect(() => {
    // The clock moved, or time went by: what is shown may be older than what is true.
    if (now)
      queries.invalidateQueries({
        predicate: (q) =>
          [
            'route',
            'orders',
            'orders-count',
            'order',
            'verdicts',
            'plan',
            'feeds',
            'unread',
            'shops',
            'wordings',
          ].includes(String(q.queryKey[0])),
      });
  }, [now, queries]);

  if (session.isError) return <Failed error={session.error} again={() => session.refetch()} />;
  if (!session.data) return <div className="empty">One moment ...</div>;
  if (!session.data.name) return <SignIn empty={session.data.empty} demo={session.data.demo} />;

  const signOut = async () => {
    await api.signOut();
    queries.clear();
    await session.refetch();
  };
  return (
    <div className="app">
      <div className="bar">
        <span className="brand">
          <Flag />
          Upbeat Herald
        </span>
        <nav aria-label="Places">
          <NavLink to="/orders">Orders</NavLink>
          <NavLink to="/plan">Plan</NavLink>
          <NavLink to="/wording">Wording</NavLink>
          <NavLink to="/setup">Setup</NavLink>
          {session.data.demo && <NavLink to="/test-bench">Test bench</NavLink>}
        </nav>
        <span className="grow" />
        <form
          role="search"
          onSubmit={(e) => {
            e.preventDefault();
            navigate(`/orders?search=${encodeURIComponent(find.current?.value.trim() ?? '')}`);
          }}
        >
          <input
            ref={find}
            className="find"
            type="search"
            aria-label="Find an order"
            placeholder="/  order, name, tracking number"
          />
        </form>
        {session.data.demo && now && (
          <span className="clock">
            Demo clock
            <br />
            {new Date(now).toLocaleString('en-GB', {
              weekday: 'short',
              day: 'numeric',
              month: 'short',
              hour: '2-digit',
              minute: '2-digit',
            })}
          </span>
        )}
        <button type="button" className="plain out" onClick={signOut}>
          Sign out
        </button>
      </div>
      <Routes>
        <Path path="/orders" element={<OrdersPlace now={session.data.now} />} />
        <Path path="/orders/:shop/:number" element={<OrdersPlace now={session.data.now} />} />
        <Path path="/plan" element={<PlanPlace />} />
        <Path path="/plan/:id" element={<PlanPlace />} />
        <Path
          path="/wording"
          element={
            <Suspense fallback={<div className="empty">Fetching Wording ...</div>}>
              <WordingPlace />
            </Suspense>
          }
        />
        <Path
          path="/wording/:notice/:channel"
          element={
            <Suspense fallback={<div className="empty">Fetching Wording ...</div>}>
              <WordingPlace />
            </Suspense>
          }
        />
        <Path path="/setup/*" element={<SetupPlace now={session.data.now} />} />
        {session.data.demo && <Path path="/test-bench" element={<TestBench now={session.data.now} />} />}
        <Path path="*" element={<Navigate to="/orders" replace />} />
      </Routes>
      <Modal open={help} onCancel={() => setHelp(false)} footer={null} title="Keys">
        <dl className="facts">
          <dt>
            <kbd>/</kbd>
          </dt>
          <dd>find an order</dd>
          <dt>
            <kbd>g</kbd> <kbd>o</kbd>
          </dt>
          <dd>go to Orders</dd>
          <dt>
            <kbd>g</kbd> <kbd>p</kbd>
          </dt>
          <dd>go to Plan</dd>
          <dt>
            <kbd>g</kbd> <kbd>w</kbd>
          </dt>
          <dd>go to Wording</dd>
          <dt>
            <kbd>g</kbd> <kbd>s</kbd>
          </dt>
          <dd>go to Setup</dd>
          {session.data.demo && (
            <>
              <dt>
                <kbd>g</kbd> <kbd>t</kbd>
              </dt>
              <dd>go to Test bench</dd>
            </>
          )}
          <dt>
            <kbd>↑</kbd> <kbd>↓</kbd>
          </dt>
          <dd>previous and next order</dd>
          <dt>
            <kbd>x</kbd>
          </dt>
          <dd>select the order; with Shift and the arrows, several</dd>
          <dt>
            <kbd>Enter</kbd>
          </dt>
          <dd>open</dd>
          <dt>
            <kbd>Esc</kbd>
          </dt>
          <dd>close the side panel</dd>
          <dt>
            <kbd>Ctrl</kbd> <kbd>Enter</kbd>
          </dt>
          <dd>save</dd>
          <dt>
            <kbd>Ctrl</kbd> <kbd>Z</kbd>
          </dt>
          <dd>take back, in Wording; with Shift, do again</dd>
          <dt>
            <kbd>Alt</kbd> <kbd>↑</kbd> <kbd>↓</kbd>
          </dt>
          <dd>move a block of a mail</dd>
        </dl>
      </Modal>
    </div>
  );
}
