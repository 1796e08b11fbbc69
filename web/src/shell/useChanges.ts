import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** A person who does nothing for so long is taken for gone: the screen stops asking, so that the session can end. */
const IDLE_MS = 15 * 60_000;
/** After a line broke off, and between two rounds of asking while changes come one after the other. */
const AGAIN_MS = 3_000;

/** What is asked for again when something changed; previews and what is typed are not. */
const SHOWN = [
  'answers',
  'arrivals',
  'feeds',
  'first-steps',
  'gateways',
  'message',
  'messages',
  'order',
  'orders',
  'orders-choices',
  'orders-count',
  'notice-versions',
  'plan',
  'plan-checks',
  'route',
  'sender',
  'sending',
  'session',
  'shop-calls',
  'shops',
  'stop-counts',
  'unmapped',
  'outcomes',
  'wordings',
];

export const refresh = (queries: QueryClient) =>
  queries.invalidateQueries({ predicate: (q) => SHOWN.includes(String(q.queryKey[0])) });

/** Listens to the server while somebody looks: what is on the screen is asked for again when something changed. */
export function useChanges(signedIn: boolean) {
  const queries = useQueryClient();
  useEffect(() => {
    if (!signedIn) return;
    let source: EventSource | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    let idle: ReturnType<typeof setTimeout> | undefined;
    let last = 0;

    const ask = () => {
      clearTimeout(again);
      const wait = last + AGAIN_MS - Date.now();
      if (wait > 0 && last > 0) {
        again = setTimeout(ask, wait);
        return;
      }
      last = Date.now();
      refresh(queries);
    };
    const close = () => {
      source?.close();
      source = undefined;
      clearTimeout(again);
    };
    const open = () => {
      if (source || document.hidden) return;
      source = new EventSource('/ui/changes');
      source.addEventListener('changed', ask);
      source.onerror = () => {
        // Signed out, or the server is away: the session says which, and is asked again either way.
        close();
        again = setTimeout(() => {
          queries.invalidateQueries({ queryKey: ['session'] });
          open();
        }, AGAIN_MS);
      };
    };
    const somebodyIsHere = () => {
      clearTimeout(idle);
      idle = setTimeout(close, IDLE_MS);
      if (source || document.hidden) return;
      open();
      ask();
    };
    const looksOrNot = () => (document.hidden ? close() : somebodyIsHere());

    open();
    idle = setTimeout(close, IDLE_MS);
    const signs = ['pointerdown', 'keydown', 'wheel'] as const;
    for (const sign of signs) window.addEventListener(sign, somebodyIsHere, { passive: true });
    document.addEventListener('visibilitychange', looksOrNot);
    return () => {
      close();
      clearTimeout(idle);
      for (const sign of signs) window.removeEventListener(sign, somebodyIsHere);
      document.removeEventListener('visibilitychange', looksOrNot);
    };
  }, [signedIn, queries]);
}
