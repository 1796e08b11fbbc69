import { Alert, Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { api } from '../api/client';
import { Entrance } from './Entrance';
import { FieldFault } from './FieldFault';
import { useForm } from './useForm';

/** Asks for a link by mail; says the same whether the address is known or not. */
export function ForgotPassword({ onBack }: { onBack: () => void }) {
  const [email, setEmail] = useState('');
  const [sent, setSent] = useState(false);
  const form = useForm();
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (await form.send(() => api.askForReset(email))) setSent(true);
  };
  return (
    <Entrance title="Forgot your password?">
      {sent ? (
        <p role="status">
          If an account has the address {email}, a link to choose a new password is on its way there. It works for one
          hour. Nothing there? Ask an owner of your team.
        </p>
      ) : (
        <form className="form" onSubmit={submit}>
          <label htmlFor="email">Your e-mail address</label>
          <Input
            id="email"
            type="email"
            autoFocus
            autoComplete="email"
            value={email}
            onChange={(e) => setEmail(e.target.value)}
          />
          <FieldFault message={form.faultOf('email')} />
          {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
          <div className="actions">
            <Button type="primary" htmlType="submit" loading={form.busy} disabled={!email.trim()}>
              Send link
            </Button>
          </div>
        </form>
      )}
      <Button type="link" className="p0" onClick={onBack}>
        Back to sign-in
      </Button>
    </Entrance>
  );
}
