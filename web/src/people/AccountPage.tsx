import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { useDo } from '../setup/useDo';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { browserName } from './browserName';
import { ChangeEmail, ChangePassword } from './MyForms';
import { roleLabel } from './rights';
import { SecondStep } from './SecondStep';

/** Everybody’s own account. */
export default function AccountPage({ now }: { now: string }) {
  const me = useQuery({ queryKey: keys.me, queryFn: api.me });
  if (me.isError) return <Failed error={me.error} again={() => me.refetch()} />;
  if (!me.data) return <div className="empty">Loading …</div>;
  return (
    <>
      <header className="subbar">
        <h1>Your account</h1>
        <span>
          {me.data.name}, role {roleLabel(me.data.role)}
        </span>
      </header>
      <div className="work">
        <main className="main pad account">
          <ChangePassword />
          <ChangeEmail email={me.data.email} key={me.data.email} />
          <SecondStep me={me.data} />
          <Sessions sessions={me.data.sessions} now={now} />
        </main>
      </div>
    </>
  );
}

function Sessions({ sessions, now }: { sessions: Schemas['SignedIn'][]; now: string }) {
  const { run, busy } = useDo();
  return (
    <section className="box">
      <h2>Signed in</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Browser</th>
            <th>Address</th>
            <th>Since</th>
            <th>Last used</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {sessions.map((s) => (
            <tr key={s.id}>
              <td>{browserName(s.agent)}</td>
              <td className="mono">{s.address}</td>
              <td>{when(s.since, now)}</td>
              <td>{when(s.lastSeen, now)}</td>
              <td>
                {s.own ? (
                  'this browser'
                ) : (
                  <Button size="small" onClick={() => run(() => api.endSession(s.id), 'Signed out there')}>
                    Sign out
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {sessions.length > 1 && (
        <div className="actions">
          <Button loading={busy} onClick={() => run(api.endOtherSessions, 'Signed out everywhere else')}>
            Sign out everywhere else
          </Button>
        </div>
      )}
    </section>
  );
}
