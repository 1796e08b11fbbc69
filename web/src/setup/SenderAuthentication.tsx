import { useQuery } from '@tanstack/react-query';
import { App, Button, Popconfirm } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { useDo } from './useDo';

const SUBJECTS: Record<string, string> = { spf: 'SPF', dkim: 'DKIM', dmarc: 'DMARC', mx: 'MX' };
const STATES: Record<string, [string, string]> = {
  good: ['ok', 'in order'],
  weak: ['gold', 'could be better'],
  bad: ['bad', 'to be fixed'],
  unknown: ['v', 'not known'],
};

/** Whether mail of the sender's domain is believed: what DNS says, the records to publish, and the key that signs. */
export function SenderAuthentication({ shop }: { shop?: string }) {
  const kept = useQuery({
    queryKey: keys.senderAuthentication(shop),
    queryFn: () => api.senderAuthentication(shop),
    retry: false,
  });
  const [checked, setChecked] = useState<Schemas['SenderAuthenticationView']>();
  const { run, busy } = useDo();
  const view = checked ?? kept.data;
  if (!view) return null;
  const act = async (call: () => Promise<Schemas['SenderAuthenticationView']>, done?: string) => {
    const result = await run(call, done);
    if (result) setChecked(result);
  };
  return (
    <section className="card form mt12" aria-label="E-mail authentication">
      <h2>
        E-mail authentication{' '}
        <span className={`mark ${view.signs ? 'ok' : 'v'}`}>
          {view.signs ? 'signed here' : view.selector ? 'key made, not in use yet' : 'not signed here'}
        </span>
      </h2>
      <p className="soft">
        Receivers look in the DNS of {view.domain} to tell whether a message is really yours. Where your mail server
        doesn’t sign (DKIM), Upbeat Herald can: make a key, publish its record, and check again. From then on it signs.
      </p>
      {view.findings.map((f) => (
        <Finding key={f.subject} finding={f} />
      ))}
      <div className="actions">
        <Button loading={busy} onClick={() => act(() => api.checkSender(shop))}>
          Check DNS
        </Button>
        {view.selector ? (
          <Popconfirm
            title="Delete the key?"
            description="Mail isn’t signed here any more. Remove the record from DNS as well."
            okText="Delete"
            cancelText="Cancel"
            onConfirm={() => act(() => api.deleteSenderKey(shop), 'Deleted')}
          >
            <Button danger>Delete the key</Button>
          </Popconfirm>
        ) : (
          <Button loading={busy} onClick={() => act(() => api.createSenderKey(shop), 'Key made. Publish its record')}>
            Make a key
          </Button>
        )}
      </div>
    </section>
  );
}

function Finding({ finding: f }: { finding: Schemas['FindingView'] }) {
  const { message } = App.useApp();
  const [look, words] = STATES[f.state] ?? ['', f.state];
  const copy = async () => {
    await navigator.clipboard.writeText(f.record ?? '');
    message.success('Copied');
  };
  return (
    <div className="box">
      <b>{SUBJECTS[f.subject] ?? f.subject}</b> <span className={`mark ${look}`}>{words}</span> {f.text}
      {f.record && (
        <>
          <div className="soft mt6">
            Publish as TXT record of <span className="mono copy anywhere">{f.name}</span>
          </div>
          <div className="mono copy anywhere">{f.record}</div>
          {navigator.clipboard && (
            <Button size="small" onClick={copy}>
              Copy record
            </Button>
          )}
        </>
      )}
    </div>
  );
}
