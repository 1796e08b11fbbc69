import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Navigate, NavLink, Route, Routes } from 'react-router';
import { api, keys } from '../api/client';
import { CreditPage } from '../credit/CreditPage';
import { ChangesPage } from '../people/ChangesPage';
import { PeoplePage } from '../people/PeoplePage';
import { Locked, useCan } from '../people/rights';
import { AddressPage } from './AddressPage';
import { ApiKeysPage } from './ApiKeysPage';
import { BrandPage } from './BrandPage';
import { CarriersPage } from './CarriersPage';
import { EventsPage } from './EventsPage';
import { FeedsPage } from './FeedsPage';
import { GatewaysPage } from './GatewaysPage';
import { ShopsPage } from './ShopsPage';
import { StopListPage } from './StopListPage';
import { TeamPage } from './TeamPage';
import { UnmappedCodesPage } from './UnmappedCodesPage';

const locked = (page: ReactNode) => (
  <Locked need="set-up" note>
    {page}
  </Locked>
);

/** The place Setup: what is connected once and looked at when something new turns up. */
export default function SetupPlace({ now }: { now: string }) {
  const unmapped = useQuery({ queryKey: keys.unmapped, queryFn: api.unmappedCodes });
  const sender = useQuery({ queryKey: keys.sender({}), queryFn: () => api.sender({}) });
  const shops = useQuery({ queryKey: keys.shops, queryFn: api.shops });
  const isOwner = useCan('owner');
  const canSetUp = useCan('set-up');
  const waiting = shops.data?.reduce((n, s) => n + s.waiting, 0) ?? 0;
  return (
    <>
      <header className="subbar">
        <h1>Setup</h1>
        <nav aria-label="Setup">
          <NavLink to="/setup/shops">Shops{waiting > 0 && <span className="mark bad">{waiting}</span>}</NavLink>
          <NavLink to="/setup/carriers">Carriers</NavLink>
          <NavLink to="/setup/unmapped-codes">
            Unmapped codes
            {(unmapped.data?.length ?? 0) > 0 && <span className="mark bad">{unmapped.data!.length}</span>}
          </NavLink>
          <NavLink to="/setup/feeds">Feeds</NavLink>
          <NavLink to="/setup/gateways">Gateways</NavLink>
          <NavLink to="/setup/stop-list">Stop list</NavLink>
          {isOwner && <NavLink to="/setup/api-keys">API keys</NavLink>}
          <NavLink to="/setup/brand">
            Brand{sender.data && !sender.data.verified && <span className="mark bad">!</span>}
          </NavLink>
          {canSetUp && <NavLink to="/setup/events">Events</NavLink>}
          <NavLink to="/setup/team">Team</NavLink>
          <NavLink to="/setup/credit">Credit</NavLink>
          <NavLink to="/setup/people">People</NavLink>
          <NavLink to="/setup/changes">Changes</NavLink>
          <NavLink to="/setup/public-address">Public address</NavLink>
        </nav>
      </header>
      <Routes>
        <Route path="shops" element={locked(<ShopsPage now={now} />)} />
        <Route path="shops/:key" element={locked(<ShopsPage now={now} />)} />
        <Route path="carriers" element={locked(<CarriersPage />)} />
        <Route path="carriers/:key" element={locked(<CarriersPage />)} />
        <Route path="api-keys" element={<ApiKeysPage now={now} />} />
        <Route path="unmapped-codes" element={locked(<UnmappedCodesPage now={now} />)} />
        <Route path="feeds" element={locked(<FeedsPage now={now} />)} />
        <Route path="gateways" element={locked(<GatewaysPage />)} />
        <Route path="events" element={locked(<EventsPage now={now} />)} />
        <Route path="stop-list" element={<Locked need="work">{<StopListPage now={now} />}</Locked>} />
        <Route path="team" element={locked(<TeamPage />)} />
        <Route path="credit" element={<CreditPage now={now} />} />
        <Route path="people" element={<PeoplePage now={now} />} />
        <Route path="changes" element={<ChangesPage now={now} />} />
        <Route path="public-address" element={locked(<AddressPage />)} />
        <Route path="brand" element={locked(<BrandPage />)} />
        <Route path="*" element={<Navigate to="/setup/shops" replace />} />
      </Routes>
    </>
  );
}
