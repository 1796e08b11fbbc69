import { Alert, Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { api } from '../api/client';
import { Entrance } from './Entrance';
import { FieldFault } from './FieldFault';
import { useForm } from './useForm';

/** A new password by a mailed link; the token stands behind the #. */
export function ResetPassword() {
  const [token] = useState(() => window.location.hash.slice(1));
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const form = useForm();
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (await form.send(() => api.resetPassword(token, password))) setDone(true);
  };
  return (
    <Entrance title="Choose a new password">
      {done ? (
        <>
          <p role="status">Your password is changed, and you’re signed out everywhere.</p>
          <div className="actions">
            <Button type="primary" href="/">
              Sign in
            </Button>
          </div>
        </>
      ) : (
        <form className="form" onSubmit={submit}>
          <label htmlFor="password">New password, at least 12 characters</label>
          <Input
            id="password"
            type="password"
            autoFocus
            autoComplete="new-password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
          <FieldFault message={form.faultOf('password')} />
          {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
          <div className="actions">
            <Button type="primary" htmlType="submit" loading={form.busy} disabled={!password}>
              Change password
            </Button>
          </div>
        </form>
      )}
    </Entrance>
  );
}
