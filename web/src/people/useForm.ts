import { useState } from 'react';
import { type Fault, Problem } from '../api/client';

/** A small form that stands alone: busy while it is sent, and what is wrong said at its fields. */
export function useForm() {
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<Fault[]>([]);
  const [wrong, setWrong] = useState<string>();
  const send = async <T>(work: () => Promise<T>): Promise<{ done: T } | undefined> => {
    setBusy(true);
    setFaults([]);
    setWrong(undefined);
    try {
      return { done: await work() };
    } catch (e) {
      const problem = e instanceof Problem ? e.errors.filter((f) => f.field) : [];
      setFaults(problem);
      if (problem.length === 0) setWrong((e as Error).message);
      return undefined;
    } finally {
      setBusy(false);
    }
  };
  return { busy, wrong, send, faultOf: (field: string) => faults.find((f) => f.field === field)?.message };
}
