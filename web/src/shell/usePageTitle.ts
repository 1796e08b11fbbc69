import { useEffect } from 'react';
import { useLocation } from 'react-router';

const PLACES: Record<string, string> = {
  orders: 'Orders',
  plan: 'Plan',
  messages: 'Messages',
  answers: 'Answers',
  rehearsals: 'Rehearsals',
  wording: 'Wording',
  setup: 'Setup',
  'test-bench': 'Test bench',
  account: 'Your account',
  customers: 'Customer',
};

const SETUP_PAGES: Record<string, string> = {
  brand: 'Brand',
  carriers: 'Carriers',
  'unmapped-codes': 'Unmapped codes',
  gateways: 'Gateways',
  shops: 'Shops',
  feeds: 'Carrier feeds',
  team: 'Team',
  people: 'People',
  credit: 'Credit',
  changes: 'Changes',
  'api-keys': 'API keys',
  events: 'Events',
  'stop-list': 'Stop list',
  'public-address': 'Public address',
};

/** What the browser's tab says for a path: "Order 1001 · Upbeat Herald", "Carriers · Upbeat Herald". */
export function pageTitle(path: string, signedIn: boolean): string {
  if (path === '/join') return 'Create your account · Upbeat Herald';
  if (path === '/reset') return 'Choose a new password · Upbeat Herald';
  if (!signedIn) return 'Sign in · Upbeat Herald';
  const [place = '', ...rest] = path.split('/').filter(Boolean);
  const page =
    (place === 'orders' || place === 'answers') && rest[1]
      ? `Order ${decodeURIComponent(rest[1])}`
      : place === 'setup'
        ? (SETUP_PAGES[rest[0] ?? ''] ?? PLACES.setup)
        : PLACES[place];
  return page ? `${page} · Upbeat Herald` : 'Upbeat Herald';
}

/** Keeps the tab's title in step with the page, so that several tabs can be told apart. */
export function usePageTitle(signedIn: boolean) {
  const { pathname } = useLocation();
  useEffect(() => {
    document.title = pageTitle(pathname, signedIn);
  }, [pathname, signedIn]);
}
