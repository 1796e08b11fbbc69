import { useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { api, type Schemas } from '../api/client';

/** An order on hold, with the way out. */
export function OnHold({ order }: { order: Schemas['OrderView'] }) {
  const run = useHold(order);
  if (!order.onHold) return null;
  return (
    <div className="box" role="status">
      <span>
        <b>On hold</b>: {order.onHold}. Its messages wait.
      </span>
      <div className="actions">
        <Button size="small" onClick={() => run(() => api.release(order.shop, order.number), 'Order released')}>
          Release
        </Button>
      </div>
    </div>
  );
}

/** Puts an order on hold by hand. */
export function HoldOrder({ order }: { order: Schemas['OrderView'] }) {
  const run = useHold(order);
  if (order.onHold) return null;
  return (
    <Button onClick={() => run(() => api.hold(order.shop, order.number), 'Order on hold. Its messages wait')}>
      Hold messages
    </Button>
  );
}

function useHold(order: Schemas['OrderView']) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  return async (work: () => Promise<void>, done: string) => {
    try {
      await work();
      await queries.invalidateQueries({ queryKey: ['order', order.shop, order.number] });
      message.success(done);
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
}
