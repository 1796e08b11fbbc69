import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';

/** True while what is typed belongs into a field. */
export function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

/** The keys that work in every place: / to find, g and a letter to go, ? for the list. */
export function usePlaceKeys(on: boolean, demo: boolean, find: () => void, help: () => void) {
  const navigate = useNavigate();
  const pending = useRef(false);
  useEffect(() => {
    if (!on) return;
    const places: Record<string, string> = {
      o: '/orders',
      p: '/plan',
      m: '/messages',
      a: '/answers',
      w: '/wording',
      s: '/setup',
      ...(demo ? { t: '/test-bench' } : {}),
    };
    const key = (e: KeyboardEvent) => {
      if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (pending.current && places[e.key]) {
        e.preventDefault();
        navigate(places[e.key]);
      } else if (e.key === '/') {
        e.preventDefault();
        find();
      } else if (e.key === '?') help();
      pending.current = e.key === 'g';
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
}
