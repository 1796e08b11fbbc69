import { useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Input, QRCode } from 'antd';
import { type FormEvent, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { counted } from '../words';
import { FieldFault } from './FieldFault';
import { Current } from './MyForms';
import { useForm } from './useForm';

/** The second step of signing in: a code from an app, and ten on paper for the day the phone is lost. */
export function SecondStep({ me }: { me: Schemas['MyAccount'] }) {
  const queries = useQueryClient();
  const form = useForm();
  const [current, setCurrent] = useState('');
  const [offer, setOffer] = useState<Schemas['Offer']>();
  const [code, setCode] = useState('');
  const [codes, setCodes] = useState<string[]>();
  const refresh = () => queries.invalidateQueries({ queryKey: keys.me });
  const begin = async (e: FormEvent) => {
    e.preventDefault();
    const offered = await form.send(() => api.offerSecondStep(current));
    if (offered) setOffer(offered.done);
  };
  const show = async (made: { done: Schemas['RecoveryCodes'] } | undefined) => {
    if (!made) return;
    setCodes(made.done.codes);
    setOffer(undefined);
    setCode('');
    setCurrent('');
    await refresh();
  };
  const turnOff = async () => {
    if (!(await form.send(() => api.turnOffSecondStep(current)))) return;
    setCurrent('');
    await refresh();
  };
  return (
    <section className="box form">
      <h2>Two-step log-in</h2>
      {codes ? (
        <Codes codes={codes} onDone={() => setCodes(undefined)} />
      ) : offer ? (
        <form
          onSubmit={async (e) => {
            e.preventDefault();
            await show(await form.send(() => api.confirmSecondStep(code)));
          }}
        >
          <p>Scan this with an app for one-time codes, or type the key into it. Then enter the code it shows.</p>
          <div className="qr" aria-hidden="true">
            <QRCode type="svg" value={offer.uri} size={168} bordered={false} />
          </div>
          <p className="mono anywhere">{offer.secret.match(/.{1,4}/g)?.join(' ')}</p>
          <label htmlFor="step-code">Code</label>
          <Input
            id="step-code"
            className="mono"
            autoFocus
            inputMode="numeric"
            autoComplete="one-time-code"
            value={code}
            onChange={(e) => setCode(e.target.value)}
          />
          <FieldFault message={form.faultOf('code')} />
          {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
          <div className="actions">
            <Button type="primary" htmlType="submit" loading={form.busy} disabled={!code.trim()}>
              Turn on
            </Button>
            <Button onClick={() => setOffer(undefined)}>Cancel</Button>
          </div>
        </form>
      ) : (
        <form onSubmit={begin}>
          <p>
            {me.secondStep
              ? `On. Signing in asks for a code from your app. ${counted(me.recoveryCodes, 'recovery code')} left.`
              : 'Off. With it, signing in also asks for a code from your phone, so that a stolen password isn’t enough.'}
          </p>
          <Current id="step-now" value={current} onChange={setCurrent} fault={form.faultOf('current')} />
          {form.wrong && <Alert className="mt12" type="error" title={form.wrong} />}
          <div className="actions">
            {me.secondStep ? (
              <>
                <Button
                  disabled={!current}
                  onClick={async () => show(await form.send(() => api.renewRecoveryCodes(current)))}
                >
                  New recovery codes
                </Button>
                <Button danger disabled={!current} onClick={turnOff}>
                  Turn off
                </Button>
              </>
            ) : (
              <Button type="primary" htmlType="submit" loading={form.busy} disabled={!current}>
                Set up
              </Button>
            )}
          </div>
        </form>
      )}
    </section>
  );
}

function Codes({ codes, onDone }: { codes: string[]; onDone: () => void }) {
  return (
    <>
      <p role="status">
        Keep these recovery codes in a safe place: each signs you in once without your phone. They aren’t shown again.
      </p>
      <ul className="codes mono">
        {codes.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <div className="actions">
        <Button onClick={() => navigator.clipboard?.writeText(codes.join('\n'))}>Copy</Button>
        <Button type="primary" onClick={onDone}>
          I have kept them
        </Button>
      </div>
    </>
  );
}
