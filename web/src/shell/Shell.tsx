import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, type ReactNode, Suspense, useRef, useState } from 'react';
import { Navigate, NavLink, Route as Path, Routes, useLocation } from 'react-router';
import { AnswersLink } from '../answers/AnswersLink';
import { api, keys } from '../api/client';
import { FirstKey } from '../people/FirstKey';
import { Join } from '../people/Join';
import { ResetPassword } from '../people/ResetPassword';
import { includes, Locked, Only } from '../people/rights';
import { SignIn } from '../people/SignIn';
import { ChannelTroubles } from './ChannelTroubles';
import { Failed } from './Failed';
import { FindBox } from './FindBox';
import { Flag } from './Flag';
import { PlaceBoundary } from './PlaceBoundary';
import { SendingStops, StopSending } from './SendingStops';
import { StaleSave } from './StaleSave';
import { useChanges } from './useChanges';
import { useNow } from './useNow';
import { usePageTitle } from './usePageTitle';
import { usePlaceKeys } from './usePlaceKeys';

// A place is loaded when it is first opened, so that signing in and the list of orders come up quickly.
const OrdersPlace = lazy(() => import('../orders/OrdersPlace'));
const PlanPlace = lazy(() => import('../plan/PlanPlace'));
const RehearsalPlace = lazy(() => import('../rehearsal/RehearsalPlace'));
const WordingPlace = lazy(() => import('../wording/WordingPlace'));
const MessagesPlace = lazy(() => import('../messages/MessagesPlace'));
const AnswersPlace = lazy(() => import('../answers/AnswersPlace'));
const SetupPlace = lazy(() => import('../setup/SetupPlace'));
const TestBench = lazy(() => import('../bench/TestBench'));
const CustomerPlace = lazy(() => import('../customers/CustomerPlace'));
const AccountPage = lazy(() => import('../people/AccountPage'));
const KeyboardHelp = lazy(() => import('./KeyboardHelp'));

const setUp = (place: ReactNode) => (
  <Locked need="set-up" note>
    {place}
  </Locked>
);

/** The frame around every place: sign-in first, then the bar, the place, and the keys that work everywhere. */
export function Shell() {
  const session = useQuery({ queryKey: keys.session, queryFn: api.session });
  const queries = useQueryClient();
  const { pathname } = useLocation();
  const find = useRef<HTMLInputElement>(null);
  const [help, setHelp] = useState(false);
  // Kept here, because the session that is asked for meanwhile would replace the sign-in.
  const [firstKey, setFirstKey] = useState<string>();
  usePlaceKeys(
    !!session.data?.name,
    session.data?.demo ?? false,
    () => find.current?.focus(),
    () => setHelp(true),
  );
  usePageTitle(!!session.data?.name);
  const now = useNow(session.data);
  useChanges(!!session.data?.name);

  // Once it was known, a question that got no answer takes nothing away from what is being done.
  if (session.isError && !session.data) return <Failed error={session.error} again={() => session.refetch()} />;
  if (!session.data) return <div className="empty">Loading …</div>;
  if (firstKey)
    return (
      <FirstKey
        value={firstKey}
        onDone={() => {
          setFirstKey(undefined);
          queries.invalidateQueries({ queryKey: keys.session });
        }}
      />
    );
  if (pathname === '/join') return <Join />;
  if (pathname === '/reset') return <ResetPassword />;
  if (!session.data.name)
    return <SignIn empty={session.data.empty} demo={session.data.demo} onFirstKey={setFirstKey} />;

  const signOut = async () => {
    await api.signOut();
    window.location.assign('/'); // begins afresh: nothing shown or typed is left to whoever comes next
  };
  return (
    <div className={includes(session.data.role, 'set-up') ? 'app' : 'app look-only'}>
      <div className="bar">
        <span className="brand">
          <Flag />
          Upbeat Herald
        </span>
        <nav aria-label="Places">
          <NavLink to="/orders">Orders</NavLink>
          <NavLink
            to="/plan"
            className={({ isActive }) => (isActive || pathname.startsWith('/rehearsals') ? 'active' : '')}
          >
            Plan
          </NavLink>
          <NavLink to="/wording">Wording</NavLink>
          <NavLink to="/messages">Messages</NavLink>
          <AnswersLink />
          <NavLink to="/setup">Setup</NavLink>
          {session.data.demo && <NavLink to="/test-bench">Test bench</NavLink>}
        </nav>
        <span className="grow" />
        <FindBox input={find} />
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
        <Only need="work">
          <StopSending />
        </Only>
        <NavLink to="/account" className="me" title={`Your account: ${session.data.name}`}>
          {session.data.name}
        </NavLink>
        <button type="button" className="plain out" onClick={signOut}>
          Sign out
        </button>
      </div>
      <Locked need="work">
        <ChannelTroubles />
        <SendingStops now={now} />
      </Locked>
      <StaleSave />
      <PlaceBoundary at={pathname}>
        <Suspense fallback={<div className="empty">Loading …</div>}>
          <Routes>
            <Path path="/orders" element={<OrdersPlace now={now} />} />
            <Path path="/orders/:shop/:number" element={<OrdersPlace now={now} />} />
            <Path path="/plan" element={setUp(<PlanPlace now={now} />)} />
            <Path path="/plan/:id" element={setUp(<PlanPlace now={now} />)} />
            <Path path="/rehearsals" element={<RehearsalPlace now={now} />} />
            <Path path="/rehearsals/:id" element={<RehearsalPlace now={now} />} />
            <Path path="/rehearsals/:id/:shop/:number" element={<RehearsalPlace now={now} />} />
            <Path path="/wording" element={setUp(<WordingPlace />)} />
            <Path path="/wording/:notice/:channel" element={setUp(<WordingPlace />)} />
            <Path path="/messages" element={<MessagesPlace now={now} />} />
            <Path path="/messages/:id" element={<MessagesPlace now={now} />} />
            <Path path="/answers" element={<AnswersPlace now={now} />} />
            <Path path="/answers/:shop/:number" element={<AnswersPlace now={now} />} />
            <Path path="/customers/:shop/:number" element={<CustomerPlace now={now} />} />
            <Path path="/account" element={<AccountPage now={now} />} />
            <Path path="/setup/*" element={<SetupPlace now={now} />} />
            {session.data.demo && <Path path="/test-bench" element={<TestBench now={now} />} />}
            <Path path="*" element={<Navigate to="/orders" replace />} />
          </Routes>
        </Suspense>
      </PlaceBoundary>
      {help && (
        <Suspense>
          <KeyboardHelp demo={session.data.demo} onClose={() => setHelp(false)} />
        </Suspense>
      )}
    </div>
  );
}
