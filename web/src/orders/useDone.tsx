import { useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { listed, stageWords } from '../words';

/** Does something by hand, says what it came to, and offers to take it back. */
export function useDone() {
  const { message, modal } = App.useApp();
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
  /** Marks a stage; orders that their customers asked to cancel are asked about first. */
  const mark = (orders: Schemas['OrderName'][], stage: string, trackingNumber?: string) =>
    done(async () => {
      const result = await api.mark(orders, stage, trackingNumber);
      const asked = orders.filter((o) => result.askedToCancel.includes(o.number));
      if (asked.length > 0)
        modal.confirm({
          title: asked.length === 1 ? 'The customer asked to cancel' : 'These customers asked to cancel',
          content: `${listed(
            asked.map((o) => o.number),
            'and',
          )} ${asked.length === 1 ? 'wasn’t' : 'weren’t'} marked as ${stageWords(stage).toLowerCase()}.`,
          okText: `Mark as ${stageWords(stage).toLowerCase()} anyway`,
          cancelText: 'Leave as it is',
          onOk: () => done(() => api.mark(asked, stage, trackingNumber, true)),
        });
      return result;
    });
  return { done, mark, busy, refused };
}
