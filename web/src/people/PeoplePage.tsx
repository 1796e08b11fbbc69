import { useQuery } from '@tanstack/react-query';
import { Button, Input, Popconfirm, Select } from 'antd';
import { type FormEvent, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { useDo } from '../setup/useDo';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { FieldFault } from './FieldFault';
import { Only, ROLES, roleLabel, useCan } from './rights';

const CHOICES = ROLES.map((r) => ({ value: r.value as string, label: `${r.label}: ${r.about}` }));

/** Setup, People: who is in the team, with which role, and who is invited. */
export function PeoplePage({ now }: { now: string }) {
  const people = useQuery({ queryKey: keys.people, queryFn: api.people });
  const session = useQuery({ queryKey: keys.session, queryFn: api.session });
  const isOwner = useCan('owner');
  if (people.isError) return <Failed error={people.error} again={() => people.refetch()} />;
  if (!people.data) return <div className="empty">Loading …</div>;
  return (
    <div className="work">
      <main className="main pad">
        <Only need="owner">
          <Invite />
        </Only>
        <table className="plain-table">
          <thead>
            <tr>
              <th>Name</th>
              <th>E-mail address</th>
              <th>Role</th>
              <th>Two-step log-in</th>
              <th>Last sign-in</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {people.data.people.map((p) => (
              <Person key={p.name} person={p} now={now} isOwner={isOwner} isMe={p.name === session.data?.name} />
            ))}
          </tbody>
        </table>
        {people.data.invitations.length > 0 && <Invitations open={people.data.invitations} now={now} />}
      </main>
    </div>
  );
}

type PersonProps = { person: Schemas['PersonView']; now: string; isOwner: boolean; isMe: boolean };

function Person({ person: p, now, isOwner, isMe }: PersonProps) {
  const { run } = useDo();
  return (
    <tr>
      <td>
        {p.name}
        {isMe && <small> you</small>}
      </td>
      <td>{p.email ?? '–'}</td>
      <td>
        {isOwner ? (
          <Select
            aria-label={`Role of ${p.name}`}
            className="w140"
            value={p.role}
            popupMatchSelectWidth={false}
            labelRender={({ value }) => roleLabel(String(value))}
            onChange={(role) =>
              run(() => api.changeRole(p.id, role), `${p.name} has the role ${roleLabel(role)} and signs in again`)
            }
            options={CHOICES}
          />
        ) : (
          roleLabel(p.role)
        )}
      </td>
      <td>
        {p.secondStep ? 'on' : 'off'}
        {isOwner && p.secondStep && !isMe && (
          <Popconfirm
            title={`Turn off two-step log-in of ${p.name}?`}
            description="For somebody who lost the phone and the recovery codes. They are told by mail."
            okText="Turn off"
            cancelText="Cancel"
            onConfirm={() => run(() => api.dropSecondStep(p.id), `Two-step log-in of ${p.name} is off`)}
          >
            <Button size="small" className="ml6">
              Turn off
            </Button>
          </Popconfirm>
        )}
      </td>
      <td>{p.signedInAt ? when(p.signedInAt, now) : 'never'}</td>
      <td>
        {isOwner && !isMe && (
          <Popconfirm
            title={`Remove ${p.name}?`}
            description="Signed out at once. What they did stays in the log; their API keys become yours."
            okText="Remove"
            cancelText="Keep"
            onConfirm={() => run(() => api.removePerson(p.id), `${p.name} is removed`)}
          >
            <Button size="small" danger>
              Remove
            </Button>
          </Popconfirm>
        )}
      </td>
    </tr>
  );
}

function Invite() {
  const { run, busy, faults } = useDo();
  const [email, setEmail] = useState('');
  const [role, setRole] = useState<string>('work');
  const [made, setMade] = useState<Schemas['Invited']>();
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    const invited = await run(() => api.invite(email, role), 'Invitation created');
    if (!invited) return;
    setMade(invited);
    setEmail('');
  };
  return (
    <>
      <form className="form row" onSubmit={submit}>
        <Input
          aria-label="E-mail address to invite"
          type="email"
          placeholder="e-mail address"
          value={email}
          onChange={(e) => setEmail(e.target.value)}
        />
        <Select
          aria-label="Role"
          className="w140"
          popupMatchSelectWidth={false}
          value={role}
          labelRender={({ value }) => roleLabel(String(value))}
          onChange={setRole}
          options={CHOICES}
        />
        <Button type="primary" htmlType="submit" loading={busy} disabled={!email.trim()}>
          Invite
        </Button>
      </form>
      <FieldFault message={faults[0]?.message} />
      {made && (
        <div className="box" role="status">
          <p>
            The invitation for <b>{made.email}</b> is ready. It’s sent by mail if a mail server is set up in Gateways;
            you can also share this link yourself. It works once, for 7 days, and isn’t shown again.
          </p>
          <p className="mono anywhere">{made.link}</p>
          <div className="actions">
            <Button onClick={() => navigator.clipboard?.writeText(made.link)}>Copy</Button>
            <Button onClick={() => setMade(undefined)}>Close</Button>
          </div>
        </div>
      )}
    </>
  );
}

function Invitations({ open, now }: { open: Schemas['InvitationView'][]; now: string }) {
  const { run } = useDo();
  return (
    <>
      <h2 className="fs16 mt12">Invited</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>E-mail address</th>
            <th>Role</th>
            <th>Invited by</th>
            <th>Until</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {open.map((i) => (
            <tr key={i.email}>
              <td>{i.email}</td>
              <td>{roleLabel(i.role)}</td>
              <td>{i.invitedBy}</td>
              <td>{new Date(i.expiresAt) < new Date(now) ? 'expired' : when(i.expiresAt, now)}</td>
              <td>
                <Only need="owner">
                  <Button size="small" onClick={() => run(() => api.withdrawInvitation(i.email), 'Withdrawn')}>
                    Withdraw
                  </Button>
                </Only>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
