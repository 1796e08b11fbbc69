import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Checkbox, Modal } from 'antd';
import { useState } from 'react';
import { api, keys } from '../api/client';
import { Failed } from '../shell/Failed';
import { counted, stageWords } from '../words';

/**
 * Erases a customer on request: shows the orders that are most likely the same person's, and says what goes and what
 * stays.
 */
export function CustomerErasure({ shop, number, onClose }: { shop: string; number: string; onClose: () => void }) {
  const found = useQuery({
    queryKey: keys.customerOrders(shop, number),
    queryFn: () => api.customerOrders(shop, number),
  });
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [left, setLeft] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const orders = found.data ?? [];
  const nameOf = (o: { shop: string; number: string }) => `${o.shop}/${o.number}`;
  const chosen = orders.filter((o) => !left.includes(nameOf(o)));
  const erase = async () => {
    setBusy(true);
    try {
      const done = await api.eraseCustomer(chosen.map((o) => ({ shop: o.shop, number: o.number })));
      await queries.invalidateQueries();
      message.success(`Customer data erased in ${counted(done.orders, 'order')}`);
      onClose();
    } catch (e) {
      message.error((e as Error).message, 6);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Modal
      open
      title="Erase customer data"
      onCancel={onClose}
      footer={[
        <Button key="cancel" onClick={onClose}>
          Cancel
        </Button>,
        <Button key="erase" danger type="primary" loading={busy} disabled={chosen.length === 0} onClick={erase}>
          Erase in {counted(chosen.length, 'order')}
        </Button>,
      ]}
    >
      <p>
        Erases the name, addresses and phone number, the texts of messages, and what the shop sent. Items, sums, country
        and parcels stay. Nothing more is sent to these addresses, not even for later orders, until they are taken off
        the stop list. <b>This can’t be undone.</b>
      </p>
      {found.isError && <Failed error={found.error} again={() => found.refetch()} />}
      {orders.length > 1 && <p className="soft">Other orders with the same e-mail address or phone number:</p>}
      <ul className="plainlist">
        {orders.map((o) => (
          <li key={nameOf(o)}>
            <Checkbox
              checked={!left.includes(nameOf(o))}
              onChange={(e) => setLeft(e.target.checked ? left.filter((n) => n !== nameOf(o)) : [...left, nameOf(o)])}
            >
              <span className="mono">{o.number}</span> · {o.name ?? 'no name'} · {stageWords(o.stage).toLowerCase()}
            </Checkbox>
          </li>
        ))}
      </ul>
    </Modal>
  );
}
