import { useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';

/** Does something by hand, says what it came to, and offers to take it back. */
export function useDone() {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  const undo = async (deed: number) => {
    try {
      message.success((await api.undo(deed)).what);
      await queries.invalidateQueries();
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  const done = async (work: () => Promise<Schemas['Done']>): Promise<boolean> => {
    setBusy(true);
    setRefused([]);
    try {
      const d = await work();
      setRefused(d.refused);
      const deed = d.deed;
      message.success(
        <span>
          {d.what}
          {d.messages > 0 ? `, ${d.messages} message${d.messages === 1 ? '' : 's'} planned` : ''}
          {deed != null && (
            <>
              {' '}
              <Button size="small" type="link" onClick={() => undo(deed)}>
                Undo
              </Button>
            </>
          )}
        </span>,
        8,
      );
      await queries.invalidateQueries();
      return true;
    } catch (e) {
      message.error((e as Error).message, 6);
      return false;
    } finally {
      setBusy(false);
    }
  };
  return { done, busy, refused };
}
