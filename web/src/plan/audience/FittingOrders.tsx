import { Link } from 'react-router';
import type { Schemas } from '../../api/client';

type Props = { count: Schemas['AudienceCount'] | undefined; failed: boolean };

/** How many of the last orders are in the audience, with three on each side. */
export function FittingOrders({ count, failed }: Props) {
  if (failed) return <div className="soft">The orders couldn’t be counted. The notice can be saved all the same.</div>;
  if (!count) return <div className="soft">Counting orders…</div>;
  if (count.orders === 0) return <div className="soft">There are no orders of the last 30 days to count.</div>;
  return (
    <div className="fitting" aria-live="polite">
      <b>
        {count.fitting} of {count.isWhole ? '' : 'the newest '}
        {count.orders} orders
      </b>{' '}
      of the last {count.days} days fit
      {count.contradiction && (
        <div className="wrong" role="alert">
          {count.contradiction}.
        </div>
      )}
      <ul className="plainlist">
        {count.inside.map((o) => (
          <li key={`${o.shop}/${o.number}`}>
            <span className="mark ok">fits</span> <OrderLink order={o} />
          </li>
        ))}
        {count.outside.map((o) => (
          <li key={`${o.shop}/${o.number}`}>
            <span className="mark v">doesn’t fit</span> <OrderLink order={o} />
            {o.why && <span className="soft">: {o.why}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}

const OrderLink = ({ order }: { order: Schemas['ExampleOrder'] }) => (
  <Link className="link" to={`/orders/${encodeURIComponent(order.shop)}/${encodeURIComponent(order.number)}`}>
    {order.number}
  </Link>
);
