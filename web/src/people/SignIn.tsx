import { useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { api, keys, Problem } from '../api/client';
import { Flag } from '../shell/Flag';

/** Signing in; on an empty installation, making the first account. */
export function SignIn({ empty, demo }: { empty: boolean; demo: boolean }) {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [key, setKey] = useState<string>();

  const submit = async (e: FormEvent) => {
    e.preventDefault();
    setBusy(true);
    setWrong(undefined);
    try {
      if (empty) setKey((await api.firstAccount(name, password)).apiKey);
      else {
        await api.signIn(name, password);
        await queries.invalidateQueries({ queryKey: keys.session });
      }
    } catch (error) {
      setWrong(
        error instanceof Problem && error.errors.length > 0
          ? error.errors.map((f) => f.message).join('. ')
          : (error as Error).message,
      );
    } finally {
      setBusy(false);
    }
  };
  if (key) {
    return (
      <main className="signin">
        <h1 className="fs18 mb8">Your API key</h1>
        <p>Copy it now. It is shown only once; other systems use it to send orders and scans.</p>
        <p className="box mono anywhere">{key}</p>
        <div className="actions">
          <Button type="primary" onClick={() => queries.invalidateQueries({ queryKey: keys.session })}>
            Continue
          </Button>
        </div>
      </main>
    );
  }
  return (
    <main className="signin">
      <div className="brand">
        <Flag pole="#2d2142" />
        Upbeat Herald
      </div>
      <h1 className="fs16">{empty ? 'Create the first account' : 'Sign in'}</h1>
      {demo && (
        <p className="soft mt6">
          In the demo: <b>coordinator</b> with the password <b>for-local-use-only</b>
        </p>
      )}
      <form className="form" onSubmit={submit}>
        <label htmlFor="name">Name</label>
        <Input id="name" autoFocus autoComplete="username" value={name} onChange={(e) => setName(e.target.value)} />
        <label htmlFor="password">Password{empty ? ', at least 10 characters' : ''}</label>
        <Input
          type="password"
          id="password"
          autoComplete={empty ? 'new-password' : 'current-password'}
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        {wrong && <Alert className="mt12" type="error" title={wrong} />}
        <div className="actions">
          <Button type="primary" htmlType="submit" loading={busy} disabled={!name || !password}>
            {empty ? 'Create account' : 'Sign in'}
          </Button>
        </div>
      </form>
    </main>
  );
}
