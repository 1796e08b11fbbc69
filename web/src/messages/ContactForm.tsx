import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Input } from 'antd';
import { useState } from 'react';
import { api, keys, Problem } from '../api/client';

type Typed = { email: string; phone: string };

/** The addresses of an order’s customer, to be corrected: from then on they hold, whatever the shop goes on sending. */
export function ContactForm({ shop, number }: { shop: string; number: string }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const order = useQuery({ queryKey: keys.order(shop, number), queryFn: () => api.order(shop, number) });
  const [typed, setTyped] = useState<Typed>();
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const who = order.data?.order.customer;
  if (!order.data) return null;
  if (!typed)
    return (
      <div className="actions">
        <Button size="small" onClick={() => setTyped({ email: who?.email ?? '', phone: who?.phone ?? '' })}>
          Correct addresses
        </Button>
      </div>
    );
  const save = async () => {
    setBusy(true);
    setFaults({});
    try {
      const saved = await api.correctContact(shop, number, typed);
      setTyped(undefined);
      message.success(
        saved.messages > 0
          ? `Saved. ${saved.messages} message${saved.messages === 1 ? '' : 's'} planned again`
          : 'Saved. Messages sent from now on use it',
      );
      await queries.invalidateQueries();
    } catch (e) {
      const errors = e instanceof Problem ? e.errors : [];
      if (errors.length === 0) message.error((e as Error).message, 6);
      setFaults(Object.fromEntries(errors.map((f) => [f.field, f.message])));
    } finally {
      setBusy(false);
    }
  };
  const field = (name: keyof Typed, label: string, type: string) => (
    <>
      <label htmlFor={`contact-${name}`}>{label}</label>
      <Input
        id={`contact-${name}`}
        type={type}
        maxLength={254}
        status={faults[name] ? 'error' : undefined}
        value={typed[name]}
        onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
        onPressEnter={save}
      />
      {faults[name] && (
        <p className="wrong" role="alert">
          {faults[name]}
        </p>
      )}
    </>
  );
  return (
    <div className="box form">
      {field('email', 'E-mail address', 'email')}
      {field('phone', 'Phone number', 'tel')}
      <p className="soft">Holds for this order, also if the shop sends the old address again.</p>
      <div className="actions">
        <Button size="small" type="primary" loading={busy} onClick={save}>
          Save
        </Button>
        <Button size="small" onClick={() => setTyped(undefined)}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
