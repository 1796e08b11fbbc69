import { useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { useRef, useState } from 'react';
import { api, type Schemas } from '../api/client';
import { counted, listed, soon, stageWords } from '../words';
import { inParts, PART, type Total } from './inParts';

type Orders = Schemas['OrderName'][];

/** Long work on many orders. */
export type Progress = { handled: number; of: number };

/** Does something by hand, says what it came to, and offers to take it back. */
export function useDone() {
  const { message, modal, notification } = App.useApp();
  const queries = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  const [progress, setProgress] = useState<Progress>();
  const stopped = useRef(false);
  const undo = async (changes: number[]) => {
    try {
      let what = '';
      for (const change of changes) what = (await api.undo(change)).what;
      message.success(changes.length === 1 ? what : 'Undone');
    } catch (e) {
      message.error((e as Error).message, 6);
    } finally {
      await queries.invalidateQueries();
    }
  };
  /** What customers will hear of stays on the screen for as long as it can be taken back whole. */
  const offerUndo = (total: Total) => {
    const key = `undo-${total.changes.join('-')}`;
    notification.success({
      key,
      title: total.what,
      description: `${counted(total.messages, 'message')} will be sent ${soon(total.undoSeconds)}.`,
      actions: (
        <Button
          size="small"
          onClick={() => {
            notification.destroy(key);
            undo(total.changes);
          }}
        >
          Undo
        </Button>
      ),
      placement: 'bottomLeft',
      duration: total.undoSeconds,
      showProgress: true,
    });
  };
  /** In parts where there are many, with progress; what was done before a stop or a failure can be undone. */
  const doneTo = async <T,>(all: T[], work: (part: T[]) => Promise<Schemas['Done']>) => {
    setBusy(true);
    setRefused([]);
    stopped.current = false;
    if (all.length > PART) setProgress({ handled: 0, of: all.length });
    try {
      const total = await inParts(
        all,
        work,
        (handled) => all.length > PART && setProgress({ handled, of: all.length }),
        () => stopped.current,
      );
      setRefused(total.refused);
      const said = (
        <span>
          {total.what || 'Nothing was changed'}
          {total.messages > 0 ? `, ${counted(total.messages, 'message')} planned` : ''}
          {total.handled < all.length && `. Stopped after ${total.handled} of ${all.length} orders`}
          {total.failure && `: ${total.failure.message}`}
          {total.changes.length > 0 && (
            <>
              {' '}
              <Button size="small" type="link" onClick={() => undo(total.changes)}>
                Undo
              </Button>
            </>
          )}
        </span>
      );
      if (total.failure) message.error(said, 12);
      else if (total.messages > 0 && total.undoSeconds > 0 && total.changes.length > 0) offerUndo(total);
      else message.success(said, 8);
      return total;
    } catch (e) {
      message.error((e as Error).message, 6);
      return undefined;
    } finally {
      setBusy(false);
      setProgress(undefined);
      await queries.invalidateQueries();
    }
  };
  const done = async (work: () => Promise<Schemas['Done']>) => !!(await doneTo([0], work));
  const tag = (orders: Orders, word: string) => doneTo(orders, (part) => api.tag(part, word));
  /** Marks a stage; orders that their customers asked to cancel are asked about first. */
  const mark = async (orders: Orders, stage: string, trackingNumber?: string) => {
    const total = await doneTo(orders, (part) => api.mark(part, stage, trackingNumber));
    const asked = orders.filter((o) => total?.askedToCancel.includes(o.number));
    if (asked.length > 0)
      modal.confirm({
        title: asked.length === 1 ? 'The customer asked to cancel' : 'These customers asked to cancel',
        content: `${listed(
          asked.map((o) => o.number),
          'and',
        )} ${asked.length === 1 ? 'wasn’t' : 'weren’t'} marked as ${stageWords(stage).toLowerCase()}.`,
        okText: `Mark as ${stageWords(stage).toLowerCase()} anyway`,
        cancelText: 'Leave as it is',
        onOk: () => doneTo(asked, (part) => api.mark(part, stage, trackingNumber, true)),
      });
    return !!total;
  };
  const stop = () => {
    stopped.current = true;
  };
  return { done, mark, tag, busy, refused, progress, stop };
}
