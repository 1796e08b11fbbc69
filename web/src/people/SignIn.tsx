import { useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { api, keys, Problem } from '../api/client';
import { Entrance } from './Entrance';
import { ForgotPassword } from './ForgotPassword';

/** Signing in; on an empty installation, making the first account. */
export function SignIn({
  empty,
  demo,
  onFirstKey,
}: {
  empty: boolean;
  demo: boolean;
  /** The first account was made, and with it this key. */
  onFirstKey: (key: string) => void;
}) {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [code, setCode] = useState('');
  /** The password was right and the account has a second step. */
  const [asked, setAsked] = useState(false);
  const [forgot, setForgot] = useState(false);

  const submit = async (e: FormEvent) => {
    e.preventDefault();
    setBusy(true);
    setWrong(undefined);
    try {
      if (empty) onFirstKey((await api.firstAccount(name, password, code)).apiKey);
      else {
        await api.signIn(name, password, asked ? code : undefined);
        await queries.invalidateQueries({ queryKey: keys.session });
      }
    } catch (error) {
      const faults = error instanceof Problem ? error.errors : [];
      const first = !empty && !asked && faults.some((f) => f.field === 'code');
      if (first) setAsked(true);
      else setWrong(faults.length > 0 ? faults.map((f) => f.message).join('. ') : (error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  if (forgot) return <ForgotPassword onBack={() => setForgot(false)} />;
  return (
    <Entrance title={empty ? 'Create the first account' : 'Sign in'}>
      {demo && (
        <p className="soft mt6">
          In the demo: <b>coordinator</b> with the password <b>for-local-use-only</b>
        </p>
      )}
      <form className="form" onSubmit={submit}>
        {empty && (
          <>
            <label htmlFor="code">Set-up code</label>
            <Input
              id="code"
              className="mono"
              autoFocus
              autoComplete="one-time-code"
              value={code}
              onChange={(e) => setCode(e.target.value)}
            />
            <p className="soft">The server shows it in its console and log when it starts.</p>
          </>
        )}
        <label htmlFor="name">Name</label>
        <Input
          id="name"
          autoFocus={!empty}
          autoComplete="username"
          value={name}
          readOnly={asked}
          onChange={(e) => setName(e.target.value)}
        />
        <label htmlFor="password">Password{empty ? ', at least 12 characters' : ''}</label>
        <Input
          type="password"
          id="password"
          autoComplete={empty ? 'new-password' : 'current-password'}
          value={password}
          readOnly={asked}
          onChange={(e) => setPassword(e.target.value)}
        />
        {asked && (
          <>
            <label htmlFor="second-step">Code from your app, or a recovery code</label>
            <Input
              id="second-step"
              className="mono"
              autoFocus
              autoComplete="one-time-code"
              value={code}
              onChange={(e) => setCode(e.target.value)}
            />
          </>
        )}
        {wrong && <Alert className="mt12" type="error" title={wrong} />}
        <div className="actions">
          <Button
            type="primary"
            htmlType="submit"
            loading={busy}
            disabled={!name || !password || ((empty || asked) && !code)}
          >
            {empty ? 'Create account' : 'Sign in'}
          </Button>
          {!empty && !asked && (
            <Button type="link" onClick={() => setForgot(true)}>
              Forgot your password?
            </Button>
          )}
        </div>
      </form>
    </Entrance>
  );
}
