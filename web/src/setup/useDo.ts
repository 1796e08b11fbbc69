import { useQueryClient } from '@tanstack/react-query';
import { App } from 'antd';
import { useState } from 'react';
import { type Fault, Problem } from '../api/client';

/**
 * Does something on the server: busy while it lasts, the result or the failure as a line, errors by field for the form,
 * and what is shown asked for again.
 */
export function useDo() {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<Fault[]>([]);
  const run = async <T>(work: () => Promise<T>, said?: string | ((done: T) => string)): Promise<T | undefined> => {
    setBusy(true);
    setFaults([]);
    try {
      const done = await work();
      const words = typeof said === 'function' ? said(done) : said;
      if (words) message.success(words);
      await queries.invalidateQueries();
      return done;
    } catch (e) {
      setFaults(e instanceof Problem ? e.errors : []);
      message.error((e as Error).message, 6);
      return undefined;
    } finally {
      setBusy(false);
    }
  };
  return { run, busy, faults, clear: () => setFaults([]) };
}
