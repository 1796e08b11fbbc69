import { Button, Popconfirm } from 'antd';
import { canReceive, reasonWords, returnItems, returnState } from '../answers/returns';
import { api, type Schemas } from '../api/client';
import { useDone } from './useDone';

/** What the customer sends back, and what a person can say of it. */
export function Returns({ order }: { order: Schemas['OrderView'] }) {
  const { done, busy } = useDone();
  if (order.returns.length === 0) return null;
  return (
    <div className="parcels">
      {order.returns.map((r) => (
        <div key={r.id} className="parcel">
          <div className="row">
            <span className="mono copy">{r.trackingNumber}</span>
            <span className={`mark ${returnState(r.state).look}`}>
              return: {returnState(r.state).label.toLowerCase()}
            </span>
          </div>
          <div className="soft">
            {returnItems(r.items)} · {reasonWords(r)}
            {order.trackingPage && r.state === 'requested' && (
              <>
                {' · '}
                <a
                  className="link"
                  href={`${order.trackingPage}/returns/${r.id}/label-a4.pdf`}
                  target="_blank"
                  rel="noreferrer"
                >
                  Label
                </a>
              </>
            )}
          </div>
          {canReceive(r.state) && (
            <div className="actions">
              <Button size="small" loading={busy} onClick={() => done(() => api.receiveReturn(r.id))}>
                Mark as received
              </Button>
              {r.state === 'requested' && (
                <Popconfirm
                  title="Cancel this return?"
                  description="Its label can’t be used any more."
                  okText="Cancel return"
                  cancelText="Back"
                  onConfirm={() => done(() => api.cancelReturn(r.id))}
                >
                  <Button size="small" aria-label={`Cancel return ${r.trackingNumber}`}>
                    Cancel
                  </Button>
                </Popconfirm>
              )}
            </div>
          )}
        </div>
      ))}
    </div>
  );
}
