import { useQuery } from '@tanstack/react-query';
import { App, Button, Popconfirm } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { useDraft } from '../api/versions';
import { accountLabel, channelLabel, channelOf } from '../channels';
import type { Account, Secrets } from '../channels/account';
import { Only } from '../people/rights';
import { Failed } from '../shell/Failed';
import { useSending } from '../shell/SendingStops';
import { ofChannel } from '../shell/sending';
import { counted } from '../words';
import { AccountUse } from './AccountUse';
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
          {all.data ? <GatewayCards gateways={all.data} /> : <div className="empty">Loading the gateways …</div>}
        </div>
        <FloodLimit />
        <DailyLimit />
      </main>
    </div>
  );
}

function GatewayCards({ gateways }: { gateways: Schemas['GatewayView'][] }) {
  const [added, setAdded] = useState<string>();
  const channels = [...new Set(gateways.map((g) => g.channel))];
  return channels.map((channel) => {
    const own = gateways.filter((g) => g.channel === channel);
    const isAdding = added === channel;
    const several = own.length > 1 || isAdding;
    return (
      <div key={channel} className="accounts">
        {own.map((g) => (
          <GatewayCard key={g.id} gateway={g} several={several} />
        ))}
        {isAdding && <GatewayCard gateway={another(channel, own.length)} several onAdded={() => setAdded(undefined)} />}
        {!isAdding && own[0].canHaveOthers && own[0].source !== 'none' && (
          <Only need="set-up">
            <Button onClick={() => setAdded(channel)}>Add another account for {channelLabel(channel)}</Button>
          </Only>
        )}
      </div>
    );
  });
}

/** An account that isn't there yet: it takes over where the others fail. */
const another = (channel: string, position: number): Schemas['GatewayView'] => ({
  id: `${channel}-new`,
  channel,
  version: '',
  source: 'none',
  account: { share: 0, position } as unknown as Schemas['GatewayView']['account'],
  secret: false,
  secretsLost: false,
  canHaveOthers: true,
  good: false,
});

const SOURCE: Record<string, string> = {
  none: 'not set up',
  setup: 'entered here',
  file: 'from the configuration file',
};

type CardProps = {
  gateway: Schemas['GatewayView'];
  /** True where the channel has more than one account. */
  several: boolean;
  /** Where the account isn't there yet: called when it is, or isn't wanted any more. */
  onAdded?: () => void;
};

function GatewayCard({ gateway: g, several, onAdded }: CardProps) {
  const draft = useDraft<Account>({ document: g.account ?? {}, version: g.version }, `gateway/${g.id}`);
  const [secrets, setSecrets] = useState<Secrets>({});
  const [answer, setAnswer] = useState<Schemas['ConnectionCheck']>();
  const { run, busy, faults } = useDo();
  const { message } = App.useApp();
  const sending = useSending();
  const channel = channelOf(g.channel);
  const account = draft.now;
  const isFirst = g.id === g.channel;
  const name = onAdded ? `Another account for ${channelLabel(g.channel)}` : accountLabel(g);
  const body = { account: account as Record<string, never>, secrets };
  const canStop = isFirst && g.source !== 'none' && sending.data?.stops.every((s) => s.scope !== ofChannel(g.channel));
  const reset = () => {
    draft.reset();
    setSecrets({});
    setAnswer(undefined);
  };
  const check = async () => {
    const result = await run(() => api.tryGateway(onAdded ? g.channel : g.id, body));
    if (result) setAnswer(result);
  };
  const add = async () => {
    if (!(await run(() => api.addGateway(g.channel, body), `${channelLabel(g.channel)} has another account`))) return;
    reset();
    onAdded?.();
  };
  const save = async () => {
    const put = () =>
      draft.save((changed, version) =>
        api.changeGateway(g.id, { account: changed as Record<string, never>, secrets }, version),
      );
    if (await run(put, `${name} uses this account from now on`)) reset();
  };
  const remove = async () => {
    const now = await run(() => api.removeGateway(g.id));
    if (now)
      message.success(
        !isFirst
          ? 'Deleted. The other accounts take its messages'
          : now.source === 'none'
            ? 'Deleted. Messages wait until there is another account'
            : 'Deleted. The account of the configuration file is used again',
      );
  };
  const form = {
    id: g.id,
    account,
    secrets,
    hasSecret: g.secret,
    onAccount: (part: Account) => {
      setAnswer(undefined);
      draft.set(part);
    },
    onSecrets: (part: Secrets) => {
      setAnswer(undefined);
      draft.set({});
      setSecrets({ ...secrets, ...part });
    },
    errors: (field: string) =>
      faults
        .filter((f) => f.field === `account.${field}`)
        .map((f) => (
          <div key={f.message} className="wrong" role="alert">
            {f.message}
          </div>
        )),
  };
  const result = answer ?? (g.message && !draft.changed ? { good: g.good, message: g.message } : undefined);
  return (
    <section className="card form" aria-label={name}>
      <h2>
        {name} <span className={`mark ${g.source === 'none' ? 'bad' : 'v'}`}>{SOURCE[g.source]}</span>
      </h2>
      <p className="soft">{channel?.gatewayKind}</p>
      {channel && <channel.Account {...form} />}
      <AccountUse {...form} channel={g.channel} several={several} />
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
          <Button size="small" loading={busy} onClick={() => run(() => api.retryGateway(g.id))}>
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
          <Button type="primary" loading={busy} onClick={onAdded ? add : save}>
            {onAdded ? 'Add account' : 'Save'}
          </Button>
        )}
        {draft.changed && !onAdded && <Button onClick={reset}>Discard changes</Button>}
        {onAdded && (
          <Button
            onClick={() => {
              reset();
              onAdded();
            }}
          >
            Cancel
          </Button>
        )}
        {g.source === 'setup' && !draft.changed && (
          <Popconfirm
            title="Delete this account?"
            description={
              isFirst
                ? 'The account of the configuration file is used again, if there is one.'
                : 'Messages that it would send go through the other accounts.'
            }
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
