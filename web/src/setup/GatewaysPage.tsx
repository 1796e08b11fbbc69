import { useQuery } from '@tanstack/react-query';
import { App, Button, Input, InputNumber, Popconfirm, Select } from 'antd';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { Failed } from '../shell/Failed';
import { CHANNEL_WORDS } from '../words';
import { useDo } from './useDo';

const WHAT: Record<string, string> = {
  email: 'A mail server (SMTP)',
  sms: 'An SMS centre (SMPP 3.4)',
  whatsapp: 'A chat network (HTTP)',
};
const TLS = [
  { value: 'none', label: 'none' },
  { value: 'starttls', label: 'STARTTLS' },
  { value: 'tls', label: 'TLS' },
];

/** Gateways: the accounts through which messages leave, each tried before it is kept. */
export function GatewaysPage() {
  const all = useQuery({ queryKey: keys.gateways, queryFn: api.gateways });
  if (all.isError) return <Failed error={all.error} again={() => all.refetch()} />;
  return (
    <div className="work">
      <main className="main pad">
        <p className="soft" style={{ marginBottom: 10 }}>
          Accounts entered here are used at once, before those of the configuration file. Passwords and tokens are kept
          sealed and never shown again. Who is speaking is set in{' '}
          <Link className="link" to="/setup/brand">
            Brand
          </Link>
          .
        </p>
        <div className="gateways">
          {all.data ? (
            all.data.map((g) => <GatewayCard key={g.channel} gateway={g} />)
          ) : (
            <div className="empty">Fetching the gateways ...</div>
          )}
        </div>
      </main>
    </div>
  );
}

function GatewayCard({ gateway: g }: { gateway: Schemas['GatewayView'] }) {
  const [draft, setDraft] = useState<Schemas['Account']>();
  const [secrets, setSecrets] = useState<Schemas['Secrets']>({});
  const [answer, setAnswer] = useState<Schemas['Connection']>();
  const { run, busy, faults } = useDo();
  const { message } = App.useApp();
  const a: Schemas['Account'] = draft ?? g.account ?? {};
  const name = CHANNEL_WORDS[g.channel];
  const set = (part: Partial<Schemas['Account']>) => {
    setAnswer(undefined);
    setDraft({ ...a, ...part });
  };
  const secret = (part: Schemas['Secrets']) => {
    setAnswer(undefined);
    setDraft(a);
    setSecrets({ ...secrets, ...part });
  };
  const wrong = (field: string) =>
    faults
      .filter((f) => f.field === `account.${field}`)
      .map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ));
  const body = { account: a, secrets };
  const tryIt = async () => {
    const said = await run(() => api.tryGateway(g.channel, body));
    if (said) setAnswer(said);
  };
  const keep = async () => {
    if (await run(() => api.changeGateway(g.channel, body), `${name} goes through it from now on`)) {
      setDraft(undefined);
      setSecrets({});
      setAnswer(undefined);
    }
  };
  const back = async () => {
    const now = await run(() => api.removeGateway(g.channel));
    if (now)
      message.success(
        now.source === 'none'
          ? 'Taken away; its messages wait until there is another'
          : 'The account of the configuration file is used again',
      );
  };
  const text = (key: 'host' | 'user' | 'url', label: string, placeholder: string) => (
    <div>
      <label htmlFor={`g-${g.channel}-${key}`}>{label}</label>
      <Input
        id={`g-${g.channel}-${key}`}
        className="mono"
        placeholder={placeholder}
        value={a[key] ?? ''}
        onChange={(e) => set({ [key]: e.target.value })}
      />
      {wrong(key)}
    </div>
  );
  const hidden = (key: 'password' | 'token' | 'webhookSecret', label: string) => (
    <div>
      <label htmlFor={`g-${g.channel}-${key}`}>{label}</label>
      <Input.Password
        id={`g-${g.channel}-${key}`}
        autoComplete="new-password"
        visibilityToggle={false}
        placeholder={g.secret ? 'kept; leave empty to keep it' : ''}
        value={secrets[key] ?? ''}
        onChange={(e) => secret({ [key]: e.target.value })}
      />
    </div>
  );
  const said = answer ?? (g.said && !draft ? { good: g.good, said: g.said } : undefined);
  return (
    <section className="card form" aria-label={name}>
      <h2>
        {name}{' '}
        <span className={`mark ${g.source === 'none' ? 'bad' : 'v'}`}>
          {g.source === 'none' ? 'none' : g.source === 'setup' ? 'entered here' : 'from the configuration'}
        </span>
      </h2>
      <p className="soft">{WHAT[g.channel]}</p>
      {g.channel === 'whatsapp' ? (
        <>
          {text('url', 'Address', 'https://chat.example.net')}
          {hidden('token', 'Token')}
          {hidden('webhookSecret', 'Secret it signs its calls with')}
        </>
      ) : (
        <>
          {text('host', 'Server', g.channel === 'email' ? 'mail.example.com' : 'smsc.example.net')}
          <div className="two">
            <div>
              <label htmlFor={`g-${g.channel}-port`}>Port</label>
              <InputNumber
                id={`g-${g.channel}-port`}
                style={{ width: '100%' }}
                min={1}
                max={65535}
                placeholder={g.channel === 'email' ? '587' : '2775'}
                value={a.port}
                onChange={(port) => set({ port: port ?? undefined })}
              />
              {wrong('port')}
            </div>
            {g.channel === 'email' ? (
              <div>
                <label htmlFor="g-email-tls">Encryption</label>
                <Select
                  id="g-email-tls"
                  style={{ width: '100%' }}
                  value={a.tls ?? 'none'}
                  onChange={(tls) => set({ tls })}
                  options={TLS}
                />
                {wrong('tls')}
              </div>
            ) : (
              <div>
                <label htmlFor="g-sms-price">Price of a segment</label>
                <div className="row">
                  <Input
                    id="g-sms-price"
                    value={a.price ?? ''}
                    placeholder="0.15"
                    onChange={(e) => set({ price: e.target.value || undefined })}
                  />
                  <Input
                    aria-label="Currency"
                    style={{ width: 62 }}
                    maxLength={3}
                    placeholder="EUR"
                    value={a.currency ?? ''}
                    onChange={(e) => set({ currency: e.target.value.toUpperCase() || undefined })}
                  />
                </div>
                {wrong('price')}
                {wrong('currency')}
              </div>
            )}
          </div>
          {g.channel === 'sms' && (
            <PricesField prices={a.prices ?? {}} onChange={(prices) => set({ prices })} wrong={wrong('prices')} />
          )}
          {text('user', g.channel === 'email' ? 'User (may be empty)' : 'System id', '')}
          {hidden('password', 'Password')}
        </>
      )}
      {said && (
        <div className="box" role="status">
          <span className={`mark ${said.good ? 'ok' : 'bad'}`}>{said.good ? 'it answers' : 'no'}</span>{' '}
          <span className="copy">{said.said}</span>
          {!answer && g.testedAt && (
            <div className="soft">
              tried{' '}
              {new Date(g.testedAt).toLocaleString('en-GB', {
                day: 'numeric',
                month: 'short',
                hour: '2-digit',
                minute: '2-digit',
              })}
            </div>
          )}
        </div>
      )}
      <div className="actions">
        <Button loading={busy} disabled={!a.host && !a.url} onClick={tryIt}>
          Try the connection
        </Button>
        {draft && (
          <Button type="primary" loading={busy} onClick={keep}>
            Use it
          </Button>
        )}
        {draft && (
          <Button
            onClick={() => {
              setDraft(undefined);
              setSecrets({});
              setAnswer(undefined);
            }}
          >
            Take back
          </Button>
        )}
        {g.source === 'setup' && !draft && (
          <Popconfirm
            title="Take this account away?"
            description="The one of the configuration file is used again, if there is one."
            okText="Take away"
            cancelText="Keep"
            onConfirm={back}
          >
            <Button danger>Take away</Button>
          </Popconfirm>
        )}
      </div>
    </section>
  );
}

/** Prices where they are others than the usual one: a country and a price on each line. What is half written is kept as it is typed. */
function PricesField({
  prices,
  onChange,
  wrong,
}: {
  prices: Record<string, string>;
  onChange: (prices: Record<string, string>) => void;
  wrong: ReactNode;
}) {
  const lines = Object.entries(prices)
    .map(([country, price]) => `${country} ${price}`)
    .join('\n');
  const [typed, setTyped] = useState(lines);
  const read = (text: string) =>
    Object.fromEntries(
      text
        .split('\n')
        .map((l) => l.trim().split(/\s+/))
        .filter((w) => w[0])
        .map(([country, price]) => [country.toUpperCase(), price ?? '']),
    );
  const shown = JSON.stringify(read(typed)) === JSON.stringify(prices) ? typed : lines;
  return (
    <div>
      <label htmlFor="g-sms-prices">Other prices, a country on each line</label>
      <Input.TextArea
        id="g-sms-prices"
        className="mono"
        autoSize={{ minRows: 1, maxRows: 6 }}
        placeholder="DE 0.09"
        value={shown}
        onChange={(e) => {
          setTyped(e.target.value);
          onChange(read(e.target.value));
        }}
      />
      {wrong}
    </div>
  );
}
