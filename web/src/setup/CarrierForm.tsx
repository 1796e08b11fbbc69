import { useQuery } from '@tanstack/react-query';
import { Button, Input, InputNumber, Popconfirm, Select } from 'antd';
import { useRef, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { useDraft } from '../api/versions';
import { PARCEL_STAGES } from '../route/geometry';
import { formKeys } from '../shell/escape';
import { useMounted } from '../shell/useMounted';
import { countryWords, stageWords } from '../words';
import { sameFormats, startFrom } from './carrierImport';
import { DurationInput } from './DurationInput';
import { useDo } from './useDo';

type Props = {
  line: Schemas['CarrierLine'];
  directory: Schemas['Directory'];
  fresh: boolean;
  onClose: (to?: string) => void;
};

const STAGES = [
  ...PARCEL_STAGES.map((s) => ({ value: s, label: stageWords(s) })),
  { value: 'ignore', label: 'Ignore' },
];
export const SCAN_SOURCES = [
  { value: 'pushed', label: 'sent to us' },
  { value: 'file', label: 'imported from files' },
  { value: 'asked', label: 'polled' },
];

/** Everything about one carrier. */
export function CarrierForm({ line, directory, fresh, onClose }: Props) {
  const draft = useDraft({ document: line.carrier, version: line.version }, `carrier/${fresh ? '' : line.carrier.key}`);
  const c = draft.now;
  const [number, setNumber] = useState('');
  const operators = useQuery({
    queryKey: keys.postalOperators,
    queryFn: api.postalOperators,
    enabled: fresh,
    staleTime: Infinity,
  });
  const { run, busy, faults } = useDo();
  const isHere = useMounted();
  const logo = useRef<HTMLInputElement>(null);
  const set = draft.set;
  const recognised = useQuery({
    queryKey: keys.recognise(number),
    queryFn: () => api.recognise(number),
    enabled: number.trim().length > 3,
    retry: false,
  });
  const wrong = (field: string) =>
    faults
      .filter((f) => f.field === field || f.field.startsWith(`${field}.`) || f.field.startsWith(`${field}[`))
      .map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ));
  const formats = c.formats ?? [];
  const codes = c.codes ?? [];
  const setFormat = (i: number, part: Partial<Schemas['FormatBody']>) =>
    set({ formats: formats.map((f, j) => (j === i ? { ...f, ...part } : f)) });
  const setCode = (i: number, part: Partial<Schemas['RuleBody']>) =>
    set({ codes: codes.map((r, j) => (j === i ? { ...r, ...part } : r)) });
  const save = async () => {
    const done = await run(
      () => (fresh ? api.addCarrier(c) : draft.save((changed, version) => api.changeCarrier(c.key!, changed, version))),
      'Saved',
    );
    if (!done) return;
    draft.reset();
    if (fresh && isHere()) onClose(done.key);
  };
  const ask = c.ask ?? { address: '', interval: 'PT30M', mostTries: 60, limit: 'P7D' };
  const sample = (c.linkPattern ?? '')
    .replace('{trackingNumber}', number.replace(/[\s.-]/g, '') || 'RX473124829XS')
    .replace('{trackingNumberAsWritten}', number || 'RX473124829XS')
    .replace('{postcode}', '22100')
    .replace('{country}', 'SE')
    .replace('{language}', 'en');
  return (
    <aside
      className="panel form w440"
      aria-label={fresh ? 'New carrier' : `Carrier ${line.carrier.name}`}
      onKeyDown={formKeys(save, () => onClose())}
    >
      <h2>
        <span>
          {fresh ? 'Add carrier' : line.carrier.name} {draft.changed && <span className="mark gold">not saved</span>}
        </span>
        <button type="button" className="plain" aria-label="Close" onClick={() => onClose()}>
          ✕
        </button>
      </h2>
      {fresh && (
        <>
          <label htmlFor="c-start">Start from a postal operator</label>
          <Select
            id="c-start"
            showSearch={{ optionFilterProp: 'label' }}
            allowClear
            className="full"
            placeholder="Country of the operator"
            loading={operators.isLoading}
            value={operators.data?.find((o) => o.carrier.zone === c.zone && sameFormats(o.carrier, c))?.country}
            onChange={(country) => {
              const operator = operators.data?.find((o) => o.country === country);
              if (operator) set(startFrom(operator.carrier, c));
            }}
            options={operators.data?.map((o) => ({ value: o.country, label: countryWords(o.country) }))}
          />
          <p className="soft">
            Fills in the format of its numbers (UPU S10), the codes of its scans and its time zone. Enter its name and
            tracking page yourself.
          </p>
          <label htmlFor="c-key">Short name</label>
          <Input
            id="c-key"
            placeholder="tern-post"
            value={c.key ?? ''}
            onChange={(e) => set({ key: e.target.value })}
          />
          {wrong('key')}
        </>
      )}
      <label htmlFor="c-name">Name</label>
      <Input id="c-name" value={c.name ?? ''} onChange={(e) => set({ name: e.target.value })} />
      {wrong('name')}
      <label htmlFor="c-link">Address of the tracking page</label>
      <Input
        id="c-link"
        className="mono"
        placeholder="https://tern.example/{trackingNumber}"
        value={c.linkPattern ?? ''}
        onChange={(e) => set({ linkPattern: e.target.value })}
      />
      {wrong('linkPattern')}
      <p className="soft">
        {c.linkPattern ? (
          <>
            Example: <span className="mono">{sample}</span>
            {!c.linkPattern.includes('{trackingNumber') &&
              '. Customers paste the number there; messages make it easy to copy.'}
          </>
        ) : (
          'You can use {trackingNumber}, {trackingNumberAsWritten} (with its hyphens and dots), {postcode}, {country} and {language}.'
        )}
      </p>
      <div className="two">
        <div>
          <label htmlFor="c-zone">Time zone of scans</label>
          <Input id="c-zone" value={c.zone ?? ''} onChange={(e) => set({ zone: e.target.value })} />
          {wrong('zone')}
        </div>
        <div>
          <label htmlFor="c-scans">Scans are</label>
          <Select
            id="c-scans"
            className="full"
            value={c.scans}
            onChange={(scans) => set({ scans, ask: scans === 'asked' ? ask : undefined })}
            options={SCAN_SOURCES}
          />
          {wrong('scans')}
        </div>
      </div>
      {c.scans === 'asked' && (
        <>
          <label htmlFor="c-ask">Address to poll</label>
          <Input
            id="c-ask"
            className="mono"
            placeholder="https://api.tern.example/{trackingNumber}"
            value={ask.address ?? ''}
            onChange={(e) => set({ ask: { ...ask, address: e.target.value } })}
          />
          <div className="two">
            <div>
              <label htmlFor="c-every">Every</label>
              <DurationInput
                id="c-every"
                value={ask.interval}
                onChange={(interval) => set({ ask: { ...ask, interval } })}
              />
            </div>
            <div>
              <label htmlFor="c-tries">Attempts</label>
              <InputNumber
                id="c-tries"
                min={1}
                className="full"
                value={ask.mostTries}
                onChange={(n) => set({ ask: { ...ask, mostTries: n ?? 1 } })}
              />
            </div>
          </div>
          <label htmlFor="c-limit">Time limit</label>
          <DurationInput id="c-limit" value={ask.limit} onChange={(limit) => set({ ask: { ...ask, limit } })} />
          <p className="soft">Polling ends when the parcel is delivered, or at the first of these limits.</p>
          {wrong('ask')}
        </>
      )}
      <div className="label">Tracking number formats</div>
      {formats.map((f, i) => (
        <div key={i} className="row mb4">
          <Input
            size="small"
            aria-label={`Format ${i + 1} name`}
            placeholder="name"
            className="w120 fixed-width"
            value={f.name}
            onChange={(e) => setFormat(i, { name: e.target.value })}
          />
          <Input
            size="small"
            aria-label={`Format ${i + 1} pattern`}
            className="mono"
            placeholder="HOP[0-9]{9}"
            value={f.pattern}
            onChange={(e) => setFormat(i, { pattern: e.target.value })}
          />
          <Select
            size="small"
            aria-label={`Format ${i + 1} check digit`}
            className="w104"
            popupMatchSelectWidth={false}
            value={f.check}
            onChange={(check) => setFormat(i, { check })}
            options={directory.checks.map((k) => ({ value: k.code, label: k.words }))}
          />
          <Button
            size="small"
            aria-label={`Remove format ${i + 1}`}
            onClick={() => set({ formats: formats.filter((_, j) => j !== i) })}
          >
            ✕
          </Button>
        </div>
      ))}
      {wrong('formats')}
      <Button size="small" onClick={() => set({ formats: [...formats, { name: '', pattern: '', check: 'none' }] })}>
        Add format
      </Button>
      <label htmlFor="c-number">Test a number</label>
      <Input
        id="c-number"
        className="mono"
        placeholder="RX 473 124 829 XS"
        value={number}
        onChange={(e) => setNumber(e.target.value)}
      />
      {recognised.data &&
        (recognised.data.candidates.length === 0 ? (
          <p className="soft">No carrier in use has numbers like this.</p>
        ) : (
          recognised.data.candidates.map((r) => (
            <p key={r.format + r.carrier}>
              <span className={`mark ${r.valid ? 'ok' : 'bad'}`}>{r.valid ? 'valid' : 'invalid'}</span>{' '}
              {r.carrierName ?? 'no carrier in use'}, {r.format}
              {r.reason ? `: ${r.reason}` : ''}
            </p>
          ))
        ))}
      <div className="label">Code table</div>
      <div className="codes" tabIndex={0} role="group" aria-label="Code table">
        {codes.map((r, i) => (
          <div key={i} className="row mb3">
            <Select
              size="small"
              aria-label={`Line ${i + 1} reads`}
              className="w66"
              value={r.contains != null ? 'text' : 'code'}
              onChange={(k) =>
                setCode(
                  i,
                  k === 'text'
                    ? { contains: r.code ?? '', code: undefined }
                    : { code: r.contains ?? '', contains: undefined },
                )
              }
              options={[
                { value: 'code', label: 'code' },
                { value: 'text', label: 'text' },
              ]}
            />
            <Input
              size="small"
              aria-label={`Line ${i + 1}`}
              className="mono"
              value={r.contains ?? r.code ?? ''}
              onChange={(e) => setCode(i, r.contains != null ? { contains: e.target.value } : { code: e.target.value })}
            />
            <Select
              size="small"
              aria-label={`Line ${i + 1} means`}
              className="w130"
              value={r.stage}
              onChange={(stage) => setCode(i, { stage })}
              options={STAGES}
            />
            <Button
              size="small"
              aria-label={`Remove line ${i + 1}`}
              onClick={() => set({ codes: codes.filter((_, j) => j !== i) })}
            >
              ✕
            </Button>
          </div>
        ))}
      </div>
      {wrong('codes')}
      <div className="actions mt4">
        <Button size="small" onClick={() => set({ codes: [...codes, { code: '', stage: 'in-transit' }] })}>
          Add code
        </Button>
        <Select
          size="small"
          aria-label="Add a standard list"
          className="w190"
          placeholder="Add a standard list"
          value={null}
          onChange={(name: string) =>
            set({
              codes: [
                ...codes,
                ...directory.lists
                  .find((l) => l.name === name)!
                  .rules.filter((r) => !codes.some((x) => x.code === r.code)),
              ],
            })
          }
          options={directory.lists.map((l) => ({ value: l.name, label: `${l.name}, ${l.rules.length}` }))}
        />
      </div>
      <div className="actions">
        <Button type="primary" loading={busy} onClick={save} title="Ctrl+Enter">
          Save
        </Button>
        {!fresh && !line.preferred && (
          <Button onClick={() => run(() => api.preferCarrier(c.key!), `${c.name} is the default carrier`)}>
            Make default
          </Button>
        )}
        {draft.changed && <Button onClick={draft.reset}>Discard changes</Button>}
        <Button onClick={() => logo.current?.click()}>{c.logo ? 'Change logo' : 'Upload logo'}</Button>
        <input
          ref={logo}
          type="file"
          accept="image/png,image/jpeg,image/gif"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="Logo file"
          onChange={async (e) => {
            const f = e.target.files?.[0];
            const made = f && (await run(() => api.carrierLogo(f)));
            if (made) set({ logo: made.logo });
          }}
        />
        {!fresh && line.parcels === 0 && (
          <Popconfirm
            title="Delete this carrier?"
            okText="Delete"
            cancelText="Cancel"
            onConfirm={async () => {
              await run(() => api.removeCarrier(c.key!), 'Deleted');
              if (isHere()) onClose();
            }}
          >
            <Button danger>Delete</Button>
          </Popconfirm>
        )}
      </div>
      {c.logo && (
        <p className="mt8">
          <img src={c.logo} alt={`Logo of ${c.name}`} className="logo" />{' '}
          <Button size="small" type="link" onClick={() => set({ logo: undefined })}>
            Remove logo
          </Button>
        </p>
      )}
    </aside>
  );
}
