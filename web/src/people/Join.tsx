import { useQuery } from '@tanstack/react-query';
import { Alert, Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { api } from '../api/client';
import { Entrance } from './Entrance';
import { FieldFault } from './FieldFault';
import { ROLES, roleLabel } from './rights';
import { useForm } from './useForm';

/** Somebody follows an invitation and makes an account. */
export function Join() {
  const [token] = useState(() => window.location.hash.slice(1));
  const invitation = useQuery({
    queryKey: ['invitation', token],
    queryFn: () => api.invitation(token),
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const form = useForm();
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    // Begins afresh, as whoever has just joined.
    if (await form.send(() => api.acceptInvitation(token, name, password))) window.location.assign('/');
  };
  if (invitation.isError)
    return (
      <Entrance title="Invitation">
        <Alert className="mt12" type="error" title={invitation.error.message} />
        <div className="actions">
          <Button href="/">Go to sign-in</Button>
        </div>
      </Entrance>
    );
  if (!invitation.data) return <div className="empty">Loading …</div>;
  const { email, role, invitedBy } = invitation.data;
  return (
    <Entrance title="Create your account">
      <p className="mt6">
        {invitedBy ?? 'Your team'} invited {email} with the role <b>{roleLabel(role)}</b>:{' '}
        {ROLES.find((r) => r.value === role)?.about}.
      </p>
      <form className="form" onSubmit={submit}>
        <label htmlFor="name">Name, as your team sees it</label>
        <Input id="name" autoFocus autoComplete="username" value={name} onChange={(e) => setName(e.target.value)} />
        <FieldFault message={form.faultOf('name')} />
        <label htmlFor="password">Password, at least 12 characters</label>
        <Input
          id="password"
          type="password"
          autoComplete="new-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        <FieldFault message={form.faultOf('password')} />
        {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
        <div className="actions">
          <Button type="primary" htmlType="submit" loading={form.busy} disabled={!name.trim() || !password}>
            Create account
          </Button>
        </div>
      </form>
    </Entrance>
  );
}
