import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { useDraft } from '../api/versions';
import { CHANNELS } from '../channels';
import { Failed } from '../shell/Failed';
import { useDo } from './useDo';

/** Setup, Team: the team's own addresses, which notices on trial send to. */
export function TeamPage() {
  const team = useQuery({ queryKey: keys.teamAddresses, queryFn: api.teamAddresses });
  const draft = useDraft<Schemas['TeamAddresses']>(
    { document: team.data?.document ?? { addresses: {} }, version: team.data?.version ?? '' },
    'team-addresses',
  );
  const { run, busy, faults } = useDo();
  if (team.isError) return <Failed error={team.error} again={() => team.refetch()} />;
  if (!team.data) return <div className="empty">Loading …</div>;
  const save = async () => {
    if (await run(() => draft.save((body, version) => api.changeTeamAddresses(body, version)), 'Saved')) draft.reset();
  };
  return (
    <div className="work">
      <main className="main pad">
        <p className="under">
          A notice on trial decides for real orders, but sends to your team instead of the customer. Its e-mails and
          text messages begin with “Trial” and the order number.
        </p>
        <form
          className="card form mt12"
          aria-label="Team addresses"
          onSubmit={(e) => {
            e.preventDefault();
            save();
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && e.ctrlKey && draft.changed) save();
          }}
        >
          <h2>Team addresses</h2>
          {CHANNELS.map((c) => (
            <div key={c.code}>
              <label htmlFor={`team-${c.code}`}>{c.label}</label>
              <Input
                id={`team-${c.code}`}
                className="w300"
                maxLength={200}
                placeholder={c.testAddress.placeholder}
                value={draft.now.addresses[c.code] ?? ''}
                onChange={(e) => draft.set({ addresses: { ...draft.now.addresses, [c.code]: e.target.value } })}
              />
              {faults
                .filter((f) => f.field === `addresses.${c.code}`)
                .map((f) => (
                  <div key={f.message} className="wrong" role="alert">
                    {f.message}
                  </div>
                ))}
            </div>
          ))}
          <div className="actions">
            <Button type="primary" htmlType="submit" loading={busy} disabled={!draft.changed}>
              Save
            </Button>
            {draft.changed && <Button onClick={draft.reset}>Discard</Button>}
          </div>
        </form>
      </main>
    </div>
  );
}
