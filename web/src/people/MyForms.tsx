import { useQueryClient } from '@tanstack/react-query';
import { Alert, App, Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { api, keys } from '../api/client';
import { FieldFault } from './FieldFault';
import { useForm } from './useForm';

/** A new password; the other sessions end. */
export function ChangePassword() {
  const { message } = App.useApp();
  const form = useForm();
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (!(await form.send(() => api.changePassword(current, password)))) return;
    setCurrent('');
    setPassword('');
    message.success('Password changed. Other browsers are signed out.');
  };
  return (
    <form className="form box" onSubmit={submit}>
      <h2>Password</h2>
      <Current id="password-now" value={current} onChange={setCurrent} fault={form.faultOf('current')} />
      <label htmlFor="password-new">New password, at least 12 characters</label>
      <Input
        id="password-new"
        type="password"
        autoComplete="new-password"
        value={password}
        onChange={(e) => setPassword(e.target.value)}
      />
      <FieldFault message={form.faultOf('password')} />
      {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
      <div className="actions">
        <Button type="primary" htmlType="submit" loading={form.busy} disabled={!current || !password}>
          Change password
        </Button>
      </div>
    </form>
  );
}

/** Where links for a forgotten password go. */
export function ChangeEmail({ email }: { email?: string | null }) {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const form = useForm();
  const [current, setCurrent] = useState('');
  const [address, setAddress] = useState(email ?? '');
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (!(await form.send(() => api.changeEmail(current, address.trim())))) return;
    setCurrent('');
    message.success('E-mail address saved');
    await queries.invalidateQueries({ queryKey: keys.me });
  };
  return (
    <form className="form box" onSubmit={submit}>
      <h2>E-mail address</h2>
      <label htmlFor="my-email">A link for a forgotten password goes here</label>
      <Input
        id="my-email"
        type="email"
        autoComplete="email"
        value={address}
        onChange={(e) => setAddress(e.target.value)}
      />
      <FieldFault message={form.faultOf('email')} />
      <Current id="email-now" value={current} onChange={setCurrent} fault={form.faultOf('current')} />
      {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
      <div className="actions">
        <Button
          type="primary"
          htmlType="submit"
          loading={form.busy}
          disabled={!current || address.trim() === (email ?? '')}
        >
          Save address
        </Button>
      </div>
    </form>
  );
}

/** The password as it is now, asked for before anything that lets somebody in another way. */
export function Current(props: { id: string; value: string; onChange: (value: string) => void; fault?: string }) {
  return (
    <>
      <label htmlFor={props.id}>Your password now</label>
      <Input
        id={props.id}
        type="password"
        autoComplete="current-password"
        value={props.value}
        onChange={(e) => props.onChange(e.target.value)}
      />
      <FieldFault message={props.fault} />
    </>
  );
}
