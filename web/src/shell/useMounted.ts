import { useEffect, useRef } from 'react';

/**
 * Says whether a part of the page is still there. Whoever waited for the server and then goes somewhere asks first: on
 * a slow machine the person may have gone elsewhere meanwhile, and isn't brought back.
 */
export function useMounted(): () => boolean {
  const mounted = useRef(true);
  useEffect(() => {
    mounted.current = true;
    return () => {
      mounted.current = false;
    };
  }, []);
  return () => mounted.current;
}
