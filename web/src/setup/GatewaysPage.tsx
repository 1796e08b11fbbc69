import { useQuery } from '@tanstack/react-query';
import { App, Button, Popconfirm } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { useDraft } from '../api/versions';
import { channelLabel, channelOf } from '../channels';
import type { Account, Secrets } from '../channels/account';
import { Failed } from '../shell/Failed';
import { useSending } from '../shell/SendingStops';
import { ofChannel } from '../shell/sending';
import { counted } from '../words';
import { DailyLimit } from './DailyLimit';
import { FloodLimit } from './FloodLimit';
import { useDo } from './useDo';

/** Gateways: the accounts through which messages leave, each tried before it is used. */
export function GatewaysPage() {
  const all = useQuery({ queryKey: keys.gateways, queryFn: api.gateways, refetchInterval: 15_000 });
  if (all.isError) return <Failed error={all.error} again={() => all.refetch()} />;
  return (
    <div className="work">
      <main className="main pad">
        <p className="soft intro">
          Accounts entered here are used at once and take precedence over the configuration file. Passwords and tokens
          are stored encrypted and never shown again. The sender is set in{' '}
          <Link className="link" to="/setup/brand">
            Brand
          </Link>
          .
        </p>
        <div className="gateways">
          {all.data ? (
            all.data.map((g) => <GatewayCard key={g.channel} gateway={g} />)
          ) : (
            <div className="empty">Loading the gateways …</div>
          )}
        </div>
        <FloodLimit />
        <DailyLimit />
      </main>
    </div>
  );
}

const SOURCE: Record<string, string> = {
  none: 'not set up',
  setup: 'entered here',
  file: 'from the configuration file',
};

function GatewayCard({ gateway: g }: { gateway: Schemas['GatewayView'] }) {
  const draft = useDraft<Account>({ document: g.account ?? {}, version: g.version }, `gateway/${g.channel}`);
  const [secrets, setSecrets] = useState<Secrets>({});
  const [answer, setAnswer] = useState<Schemas['ConnectionCheck']>();
  const { run, busy, faults } = useDo();
  const { message } = App.useApp();
  const sending = useSending();
  const channel = channelOf(g.channel);
  const account = draft.now;
  const name = channelLabel(g.channel);
  const body = { account: account as Record<string, never>, secrets };
  const canStop = g.source !== 'none' && sending.data?.stops.every((s) => s.scope !== ofChannel(g.channel));
  const reset = () => {
    draft.reset();
    setSecrets({});
    setAnswer(undefined);
  };
  const check = async () => {
    const result = await run(() => api.tryGateway(g.channel, body));
    if (result) setAnswer(result);
  };
  const save = async () => {
    const put = () =>
      draft.save((changed, version) =>
        api.changeGateway(g.channel, { account: changed as Record<string, never>, secrets }, version),
      );
    if (await run(put, `${name} uses this account from now on`)) reset();
  };
  const remove = async () => {
    const now = await run(() => api.removeGateway(g.channel));
    if (now)
      message.success(
        now.source === 'none'
          ? 'Deleted. Messages wait until there is another account'
          : 'Deleted. The account of the configuration file is used again',
      );
  };
  const result = answer ?? (g.message && !draft.changed ? { good: g.good, message: g.message } : undefined);
  return (
    <section className="card form" aria-label={name}>
      <h2>
        {name} <span className={`mark ${g.source === 'none' ? 'bad' : 'v'}`}>{SOURCE[g.source]}</span>
      </h2>
      <p className="soft">{channel?.gatewayKind}</p>
      {channel && (
        <channel.Account
          account={account}
          secrets={secrets}
          hasSecret={g.secret}
          onAccount={(part) => {
            setAnswer(undefined);
            draft.set(part);
          }}
          onSecrets={(part) => {
            setAnswer(undefined);
            draft.set({});
            setSecrets({ ...secrets, ...part });
          }}
          errors={(field) =>
            faults
              .filter((f) => f.field === `account.${field}`)
              .map((f) => (
                <div key={f.message} className="wrong" role="alert">
                  {f.message}
                </div>
              ))
          }
        />
      )}
      {g.secretsLost && (
        <div className="box" role="status">
          <span className="mark bad">enter again</span> The stored passwords can’t be read any more, because the key
          file is missing. Enter them again and save.
        </div>
      )}
      {g.trouble && (
        <div className="box" role="status">
          <span className="mark bad">waiting</span> {g.trouble.reason}
          {g.trouble.secondsLeft > 0 && `. Next attempt in ${counted(g.trouble.secondsLeft, 'second')}`}{' '}
          <Button size="small" loading={busy} onClick={() => run(() => api.retryGateway(g.channel))}>
            Retry now
          </Button>
        </div>
      )}
      {result && <CheckResult check={result} at={answer ? undefined : g.testedAt} />}
      <div className="actions">
        {canStop && (
          <Button danger onClick={() => sending.stop(ofChannel(g.channel))}>
            Stop sending by {name}
          </Button>
        )}
        <Button loading={busy} disabled={!channel?.canConnect(account)} onClick={check}>
          Check connection
        </Button>
        {draft.changed && (
          <Button type="primary" loading={busy} onClick={save}>
            Save
          </Button>
        )}
        {draft.changed && <Button onClick={reset}>Discard changes</Button>}
        {g.source === 'setup' && !draft.changed && (
          <Popconfirm
            title="Delete this account?"
            description="The account of the configuration file is used again, if there is one."
            okText="Delete"
            cancelText="Cancel"
            onConfirm={remove}
          >
            <Button danger>Delete</Button>
          </Popconfirm>
        )}
      </div>
    </section>
  );
}

function CheckResult({ check, at }: { check: Schemas['ConnectionCheck']; at?: string }) {
  return (
    <div className="box" role="status">
      <span className={`mark ${check.good ? 'ok' : 'bad'}`}>{check.good ? 'connected' : 'failed'}</span>{' '}
      <span className="copy">{check.message}</span>
      {at && (
        <div className="soft">
          Last checked{' '}
          {new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}
        </div>
      )}
    </div>
  );
}
