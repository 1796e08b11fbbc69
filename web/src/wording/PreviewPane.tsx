import { useQueries, useQuery } from '@tanstack/react-query';
import { Button, Input, Segmented, Select } from 'antd';
import { useDeferredValue, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { useDo } from '../setup/useDo';
import { MailFrame } from '../shell/MailFrame';
import { languageWords } from '../words';
import { SmsNotes } from './SmsNotes';

const PICKS = [
  { value: 'latest', label: 'the last orders' },
  { value: 'several-items', label: 'one with several items' },
  { value: 'several-parcels', label: 'one with several parcels' },
  { value: 'longest-name', label: 'the longest name' },
  { value: 'no-phone', label: 'one without a phone' },
  { value: 'other-language', label: 'another language' },
];

type Props = {
  view: Schemas['WordingView'];
  wording: Schemas['Wording'] | undefined;
  onReplace: (found: string, use: string) => void;
};

/** Beside the text what will be sent, made by the code that sends, with a real order; and a trial of it. */
export function PreviewPane({ view, wording, onReplace }: Props) {
  const mail = view.channel === 'email';
  const [device, setDevice] = useState('phone');
  const [pick, setPick] = useState('latest');
  const [skip, setSkip] = useState(0);
  const draft = useDeferredValue(wording);
  const ask: Schemas['PreviewAsk'] = {
    notice: view.notice,
    channel: view.channel,
    language: view.language,
    variant: view.variant,
    wording: draft,
    pick,
    skip,
  };
  const shown = useQuery({
    queryKey: keys.wordingPreview(ask),
    queryFn: () => api.previewWording(ask),
    placeholderData: (old) => old,
    retry: false,
    gcTime: 60_000,
  });
  const s = shown.data;
  const all = device === 'all';
  return (
    <aside className="panel wide" aria-label="What will be sent">
      <div className="row spread">
        <Segmented
          size="small"
          aria-label="How it is shown"
          value={device}
          onChange={(v) => setDevice(String(v))}
          options={[
            { value: 'phone', label: 'Phone' },
            ...(mail
              ? [
                  { value: 'desktop', label: 'Desktop' },
                  { value: 'plain', label: 'Plain' },
                  { value: 'dark', label: 'Dark' },
                ]
              : []),
            { value: 'all', label: 'All languages' },
          ]}
        />
        {shown.isFetching && <span className="soft">…</span>}
      </div>
      {!all && (
        <div className="row" style={{ marginTop: 8 }}>
          <Select
            size="small"
            style={{ flex: 1 }}
            aria-label="With which order"
            value={pick}
            onChange={(v) => {
              setPick(v);
              setSkip(0);
            }}
            options={PICKS}
          />
          {pick === 'latest' && (
            <>
              <Button size="small" aria-label="A newer order" disabled={skip === 0} onClick={() => setSkip(skip - 1)}>
                ‹
              </Button>
              <Button size="small" aria-label="An older order" onClick={() => setSkip(skip + 1)}>
                ›
              </Button>
            </>
          )}
          {s?.number && <span className="mono">{s.number}</span>}
        </div>
      )}
      {all ? (
        <AllLanguages view={view} wording={draft} />
      ) : shown.isError ? (
        <div className="box">
          <span className="mark bad">!</span> {shown.error.message}
        </div>
      ) : (
        s && (
          <>
            {s.faults.map((f) => (
              <div key={`${f.part}${f.line}-${f.column}-${f.message}`} className="box">
                <span className="mark bad">
                  {f.part.startsWith('blocks') ? 'block' : f.part} {f.line}:{f.column}
                </span>{' '}
                {f.message}
              </div>
            ))}
            {s.held && (
              <div className="box">
                <span className="mark bad">held</span> {s.held}
              </div>
            )}
            {s.text != null && <Device device={device} shown={s} channel={view.channel} />}
            {s.sms && <SmsNotes sms={s.sms} onReplace={onReplace} />}
            {(s.notes.length > 0 || s.bytes) && (
              <div className="box">
                <h3>Checks{s.bytes ? ` · ${Math.max(1, Math.round(s.bytes / 1000))} KB of 100` : ''}</h3>
                {s.notes.map((n) => (
                  <div key={n.message}>
                    <span className={`mark ${n.grave ? 'bad' : 'gold'}`}>{n.grave ? '!' : 'look'}</span> {n.message}
                  </div>
                ))}
                {s.notes.length === 0 && (
                  <div>
                    <span className="mark ok">ok</span> Nothing to say against it
                  </div>
                )}
              </div>
            )}
            <TrialBox ask={ask} shown={s} channel={view.channel} />
          </>
        )
      )}
    </aside>
  );
}

/** Plain devices of our own; a mail in the dark is the same mail with its own rules for the dark switched on. */
function Device({ device, shown: s, channel }: { device: string; shown: Schemas['Shown']; channel: string }) {
  if (channel === 'email') {
    const html = device === 'dark' ? s.html!.replace('(prefers-color-scheme: dark)', 'all') : s.html!;
    return (
      <div className={`mailview ${device}`}>
        <div className="head">
          <b>{s.subject}</b>
        </div>
        {device === 'plain' ? <div className="text mono">{s.text}</div> : <MailFrame html={html} title="The mail" />}
      </div>
    );
  }
  return (
    <div className="phoneview">
      <div className={`note ${channel}`}>
        {s.chat ? (
          <>
            {s.chat.header && (
              <b>
                {s.chat.header}
                {'\n'}
              </b>
            )}
            {s.chat.body}
            {s.chat.footer && (
              <div className="soft" style={{ fontSize: 12, marginTop: 6 }}>
                {s.chat.footer}
              </div>
            )}
            {s.chat.linkLabel && (
              <div className="buttons">
                <span className="mark v" title={s.chat.linkUrl}>
                  {s.chat.linkLabel} ↗
                </span>
              </div>
            )}
            {s.chat.replies.length > 0 && (
              <div className="buttons">
                {s.chat.replies.map((r) => (
                  <span key={r} className="mark v">
                    {r}
                  </span>
                ))}
              </div>
            )}
          </>
        ) : (
          s.text
        )}
      </div>
      {s.chat && (
        <details className="soft">
          <summary>As the network gets it</summary>
          <div className="mono">{s.chat.template}</div>
          {s.chat.parameters.map((p, i) => (
            <div key={i}>
              {`{{${i + 1}}}`} = {p}
            </div>
          ))}
        </details>
      )}
    </div>
  );
}

/** Every language of this channel, one under the other, with the same kind of order. */
function AllLanguages({ view, wording }: { view: Schemas['WordingView']; wording: Schemas['Wording'] | undefined }) {
  const languages = [...new Set(view.places.map((p) => p.language))];
  const asks = languages.map((language): Schemas['PreviewAsk'] => ({
    notice: view.notice,
    channel: view.channel,
    language,
    variant: view.variant,
    wording: language === view.language ? wording : undefined,
    pick: 'latest',
    skip: 0,
  }));
  const shown = useQueries({
    queries: asks.map((ask) => ({
      queryKey: keys.wordingPreview(ask),
      queryFn: () => api.previewWording(ask),
      retry: false,
    })),
  });
  return (
    <>
      {languages.map((language, i) => (
        <div key={language} className="box">
          <h3>{languageWords(language)}</h3>
          {shown[i].isError ? (
            <span className="wrong">{shown[i].error?.message}</span>
          ) : (
            shown[i].data && (
              <>
                <b>{shown[i].data.subject}</b>
                <div style={{ whiteSpace: 'pre-wrap', maxHeight: 190, overflow: 'auto' }} lang={language} tabIndex={0}>
                  {shown[i].data.text ?? shown[i].data.held ?? shown[i].data.faults[0]?.message}
                </div>
                {shown[i].data.sms && (
                  <small className="mono soft">
                    {shown[i].data.sms.encoding}, {shown[i].data.sms.segments} segments
                  </small>
                )}
              </>
            )
          )}
        </div>
      ))}
    </>
  );
}

function TrialBox({ ask, shown, channel }: { ask: Schemas['PreviewAsk']; shown: Schemas['Shown']; channel: string }) {
  const [to, setTo] = useState('');
  const { run, busy, faults } = useDo();
  const cost = shown.sms
    ? `It costs ${shown.sms.cost} ${shown.sms.currency}, as a real one does.`
    : 'It is sent through the real gateway.';
  return (
    <form
      className="box"
      onSubmit={(e) => {
        e.preventDefault();
        run(
          () => api.sendTrial({ message: { ...ask, orderShop: shown.shop, orderNumber: shown.number }, to }),
          (d) => d.said,
        );
      }}
    >
      <h3>Send yourself one</h3>
      <div className="row">
        <Input
          size="small"
          aria-label={channel === 'email' ? 'Your e-mail address' : 'Your number'}
          placeholder={channel === 'email' ? 'you@example.com' : '+46 70 174 06 05'}
          value={to}
          onChange={(e) => setTo(e.target.value)}
        />
        <Button
          size="small"
          htmlType="submit"
          loading={busy}
          disabled={!to.trim() || !!shown.held || shown.faults.length > 0}
        >
          Send it
        </Button>
      </div>
      <small className="soft">{cost} Its answer buttons answer nothing.</small>
      {faults.map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ))}
    </form>
  );
}
