import { useQueries, useQuery } from '@tanstack/react-query';
import { Button, Input, Segmented, Select } from 'antd';
import { useDeferredValue, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { channelOf } from '../channels';
import { directionOf } from '../direction';
import { useDo } from '../setup/useDo';
import { MailFrame } from '../shell/MailFrame';
import { languageWords } from '../words';
import { PAGE } from './place';

const REAL = [
  { value: 'latest', label: 'Recent orders' },
  { value: 'several-items', label: 'Several items' },
  { value: 'several-parcels', label: 'Several parcels' },
  { value: 'longest-name', label: 'Longest name' },
  { value: 'no-phone', label: 'No phone number' },
  { value: 'other-language', label: 'Another language' },
];
/** Built in, so that a wording can be tried before there is any order, or any like these. */
const SAMPLES = [
  { value: 'sample-one-item', label: 'One item' },
  { value: 'sample-many-items', label: 'Many items' },
  { value: 'sample-long-names', label: 'Long names' },
  { value: 'sample-missing-values', label: 'Missing values' },
  { value: 'sample-two-parcels', label: 'Two parcels' },
  { value: 'sample-cash-on-delivery', label: 'Cash on delivery' },
  { value: 'sample-right-to-left', label: 'Name from right to left' },
];
const PICKS = [
  { label: 'Real orders', options: REAL },
  { label: 'Sample orders', options: SAMPLES },
];

type Props = {
  view: Schemas['WordingView'];
  wording: Schemas['Wording'] | undefined;
  onReplace: (found: string, use: string) => void;
};

/** Beside the text what will be sent, made by the code that sends, with a real order; and a trial of it. */
export function PreviewPane({ view, wording, onReplace }: Props) {
  const look = channelOf(view.channel)?.preview;
  const page = view.notice === PAGE;
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
    <aside className="panel wide" aria-label="Preview">
      <div className="row spread">
        <Segmented
          size="small"
          aria-label="View"
          value={device}
          onChange={(v) => setDevice(String(v))}
          options={[
            { value: 'phone', label: 'Phone' },
            ...(look?.devices ?? []).filter((d) => !page || d.value === 'desktop'),
            ...(page ? [] : [{ value: 'all', label: 'All languages' }]),
          ]}
        />
        {shown.isFetching && <span className="soft">…</span>}
      </div>
      {!all && (
        <div className="row mt8">
          <Select
            disabled={false}
            size="small"
            className="grow"
            aria-label="Order"
            value={pick}
            onChange={(v) => {
              setPick(v);
              setSkip(0);
            }}
            options={PICKS}
          />
          {pick === 'latest' && (
            <>
              <Button size="small" aria-label="Newer order" disabled={skip === 0} onClick={() => setSkip(skip - 1)}>
                ‹
              </Button>
              <Button size="small" aria-label="Older order" onClick={() => setSkip(skip + 1)}>
                ›
              </Button>
            </>
          )}
          {s?.order &&
            (s.order.sample ? <span className="mark v">sample</span> : <span className="mono">{s.order.number}</span>)}
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
            {s.errors.map((f) => (
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
            {s.message && look && (
              <div lang={view.language} dir={directionOf(view.language)}>
                {page ? (
                  <div className={`mailview ${device}`}>
                    <MailFrame html={s.message.html ?? ''} title="The page" />
                  </div>
                ) : (
                  <look.Message device={device} message={s.message} details={s.details} />
                )}
              </div>
            )}
            {s.message && look?.Notes && <look.Notes message={s.message} details={s.details} onReplace={onReplace} />}
            {!page && (s.remarks.length > 0 || s.message?.bytes) && (
              <div className="box">
                <h3>
                  Checks{s.message?.bytes ? ` · ${Math.max(1, Math.round(s.message.bytes / 1000))} KB of 100` : ''}
                </h3>
                {s.remarks.map((n) => (
                  <div key={n.message}>
                    <span className={`mark ${n.grave ? 'bad' : 'gold'}`}>{n.grave ? '!' : 'check'}</span> {n.message}
                  </div>
                ))}
                {s.remarks.length === 0 && (
                  <div>
                    <span className="mark ok">ok</span> No remarks
                  </div>
                )}
              </div>
            )}
            {!page && <TrialBox ask={ask} shown={s} channel={view.channel} />}
          </>
        )
      )}
    </aside>
  );
}

/** Every language of this channel, one under the other, with the same kind of order. */
function AllLanguages({ view, wording }: { view: Schemas['WordingView']; wording: Schemas['Wording'] | undefined }) {
  const measure = channelOf(view.channel)?.preview.measure;
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
                <b>{shown[i].data.message?.subject}</b>
                <div className="pre-wrap mh190 scroll" lang={language} tabIndex={0}>
                  {shown[i].data.message?.text ?? shown[i].data.held ?? shown[i].data.errors[0]?.message}
                </div>
                {shown[i].data.details && measure && (
                  <small className="mono soft">{measure(shown[i].data.details)}</small>
                )}
              </>
            )
          )}
        </div>
      ))}
    </>
  );
}

/** The very order that is shown, though newer ones may have come since. */
const named = (order?: Schemas['ShownOrder']) => ({ orderShop: order?.shop, orderNumber: order?.number });

/** Where the last tests went, by channel: the next notice's test mostly goes there too. */
const testAddresses = new Map<string, string>();

function TrialBox({ ask, shown, channel }: { ask: Schemas['PreviewAsk']; shown: Schemas['Shown']; channel: string }) {
  const [to, setTo] = useState(testAddresses.get(channel) ?? '');
  const { run, busy, faults } = useDo();
  const ui = channelOf(channel);
  const cost = shown.details ? ui?.preview.testCost?.(shown.details) : undefined;
  return (
    <form
      className="box"
      onSubmit={(e) => {
        e.preventDefault();
        run(
          () => api.sendTrial({ message: shown.order?.sample ? ask : { ...ask, ...named(shown.order) }, to }),
          (d) => d.said,
        );
      }}
    >
      <h3>Test message</h3>
      <div className="row">
        <Input
          size="small"
          aria-label={ui?.testAddress.label}
          placeholder={ui?.testAddress.placeholder}
          value={to}
          onChange={(e) => {
            testAddresses.set(channel, e.target.value);
            setTo(e.target.value);
          }}
        />
        <Button
          size="small"
          htmlType="submit"
          loading={busy}
          disabled={!to.trim() || !!shown.held || shown.errors.length > 0}
        >
          Send test
        </Button>
      </div>
      <small className="soft">{cost ?? 'It is sent through the real gateway.'} Its answer buttons don’t count.</small>
      {faults.map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ))}
    </form>
  );
}
