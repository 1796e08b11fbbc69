import { useQueryClient } from '@tanstack/react-query';
import { Alert, App, Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { FieldFault } from '../people/FieldFault';
import { useForm } from '../people/useForm';
import { cents } from './credit';

const newId = () => crypto.randomUUID?.() ?? `payment-${Date.now()}`;

/** Pays in, or enters a payment made elsewhere; and puts a mistake right. */
export function TopUp({ credit }: { credit: Schemas['CreditView'] }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const form = useForm();
  // Kept until it went through, so that trying again never pays twice.
  const [id, setId] = useState(newId);
  const [amount, setAmount] = useState('');
  const [note, setNote] = useState('');
  const done = async (said: string) => {
    setId(newId());
    setAmount('');
    setNote('');
    message.success(said);
    await queries.invalidateQueries({ queryKey: keys.credit });
  };
  const pay = async (e: FormEvent) => {
    e.preventDefault();
    const paid = await form.send(() => api.topUp(id, amount.trim(), note));
    if (paid) await done(`${cents(amount, credit.currency)} added`);
  };
  const correct = async () => {
    const corrected = await form.send(() => api.correctCredit(amount.trim(), note));
    if (corrected) await done('Corrected');
  };
  return (
    <form className="form box" onSubmit={pay}>
      <h2>{credit.payable ? 'Top up' : 'Enter a payment'}</h2>
      <label htmlFor="amount">Amount in {credit.currency}</label>
      <Input
        id="amount"
        className="w140"
        inputMode="decimal"
        placeholder="100.00"
        value={amount}
        onChange={(e) => setAmount(e.target.value)}
      />
      <FieldFault message={form.faultOf('amount')} />
      <label htmlFor="note">Note for the books</label>
      <Input id="note" maxLength={200} value={note} onChange={(e) => setNote(e.target.value)} />
      <FieldFault message={form.faultOf('note')} />
      {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
      <div className="actions">
        <Button type="primary" htmlType="submit" loading={form.busy} disabled={!amount.trim()}>
          {credit.payable ? 'Pay' : 'Add'}
        </Button>
        {credit.on && (
          <Button
            disabled={!amount.trim()}
            onClick={correct}
            title="Adds the amount, or takes it away where it is below zero"
          >
            Correct by this amount
          </Button>
        )}
      </div>
    </form>
  );
}
