import { useEffect, useState } from 'react';
import type { Schemas } from '../api/client';

const TICK_MS = 30_000;

/**
 * The server's time: as it was said last, and in a real installation what has gone by since. The demo's clock stands.
 */
export function useNow(session: Schemas['SessionView'] | undefined): string {
  const [now, setNow] = useState('');
  useEffect(() => {
    if (!session) return;
    setNow(session.now);
    if (session.demo) return;
    const said = Date.now();
    const tick = setInterval(
      () => setNow(new Date(Date.parse(session.now) + Date.now() - said).toISOString()),
      TICK_MS,
    );
    return () => clearInterval(tick);
  }, [session]);
  return now || (session?.now ?? '');
}
