import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { PARCEL_STAGES } from '../route/geometry';
import { Failed } from '../shell/Failed';
import { stageWords, when } from '../words';
import { useDo } from './useDo';

const STAGES = [
  ...PARCEL_STAGES.map((s) => ({ value: s, label: stageWords(s) })),
  { value: 'ignore', label: 'Ignore: it says nothing new' },
];

/** Codes that no table reads: how often, of which carrier, and what they are to mean. */
export function UnmappedCodesPage({ now }: { now: string }) {
  const unmapped = useQuery({ queryKey: keys.unmapped, queryFn: api.unmappedCodes });
  const carriers = useQuery({ queryKey: keys.carriers, queryFn: api.carriers });
  const carrierName = (key: string) => carriers.data?.carriers.find((c) => c.carrier.key === key)?.carrier.name ?? key;
  const [chosen, setChosen] = useState<Schemas['UnmappedCode']>();
  if (unmapped.isError) return <Failed error={unmapped.error} again={() => unmapped.refetch()} />;
  const name = (u: Schemas['UnmappedCode']) => `${u.carrier}/${u.code ?? u.text}`;
  return (
    <div className="work">
      <main className="main pad">
        {unmapped.data?.length === 0 ? (
          <div className="empty">
            <h2>All codes are mapped</h2>
            <p>When a carrier sends a code that its table doesn’t have, it is kept and listed here.</p>
          </div>
        ) : (
          <table className="sheet wide">
            <thead>
              <tr>
                <th>Code</th>
                <th>Carrier</th>
                <th>Text</th>
                <th>Scans</th>
                <th>Parcels</th>
                <th>Last seen</th>
                <th>Example</th>
              </tr>
            </thead>
            <tbody>
              {unmapped.data?.map((u) => (
                <tr key={name(u)} className={chosen && name(chosen) === name(u) ? 'on' : ''}>
                  <td>
                    <button type="button" className="plain link mono" onClick={() => setChosen(u)}>
                      {u.code ?? 'no code'}
                    </button>
                  </td>
                  <td>{carrierName(u.carrier)}</td>
                  <td>{u.text ?? '–'}</td>
                  <td className="mono">{u.count}</td>
                  <td className="mono">{u.parcels}</td>
                  <td className="mono">{when(u.latest, now)}</td>
                  <td className="mono">
                    {u.example}
                    {u.place ? `, ${u.place}` : ''}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </main>
      {chosen ? (
        <Meaning
          key={name(chosen)}
          code={chosen}
          carrierName={carrierName(chosen.carrier)}
          onDone={() => setChosen(undefined)}
        />
      ) : (
        <aside className="panel" aria-label="Meaning">
          <div className="empty">
            <h2>Choose a code</h2>
            <p>Choose what it means. You see which parcels that moves before you save.</p>
          </div>
        </aside>
      )}
    </div>
  );
}

type MeaningProps = { code: Schemas['UnmappedCode']; carrierName: string; onDone: () => void };

function Meaning({ code, carrierName, onDone }: MeaningProps) {
  const [stage, setStage] = useState<string>();
  const [send, setSend] = useState(false);
  const { run, busy } = useDo();
  const meaning = { code: code.code, contains: code.code ? undefined : code.text, stage, send };
  const look = useQuery({
    queryKey: keys.meaning(code.carrier, meaning),
    queryFn: () => api.previewMeaning(code.carrier, meaning),
    enabled: !!stage,
    retry: false,
  });
  return (
    <aside className="panel form" aria-label="Meaning">
      <h2>
        <span className="mono">{code.code ?? code.text}</span>
        <button type="button" className="plain" aria-label="Close" onClick={onDone}>
          ✕
        </button>
      </h2>
      <p className="under">
        {carrierName}
        {code.code && code.text ? ` · “${code.text}”` : ''}
      </p>
      <label htmlFor="meaning-stage">Treat as</label>
      <Select
        id="meaning-stage"
        className="full"
        value={stage}
        placeholder="Choose a stage"
        onChange={setStage}
        options={STAGES}
      />
      {look.data && (
        <div className="box">
          <h3>Effect on parcels</h3>
          {look.data.read} scan{look.data.read === 1 ? '' : 's'} read, {look.data.moved.length} parcel
          {look.data.moved.length === 1 ? '' : 's'} moved.
          {look.data.moved.slice(0, 12).map((m) => (
            <div key={m} className="mono">
              {m}
            </div>
          ))}
          {look.data.moved.length > 12 && <div className="soft">and {look.data.moved.length - 12} more</div>}
        </div>
      )}
      <p className="mt10">
        <Checkbox checked={send} onChange={(e) => setSend(e.target.checked)}>
          Send the messages that are due because of it{look.data && send ? `: ${look.data.messages} now` : ''}
        </Checkbox>
      </p>
      <p className="soft">
        If this is off, nothing is sent for past scans. From the next scan on, notices are sent as planned.
      </p>
      <div className="actions">
        <Button
          type="primary"
          loading={busy}
          disabled={!stage}
          onClick={async () => {
            if (
              await run(
                () => api.saveMeaning(code.carrier, meaning),
                (m) => `${m.read} scans read, ${m.moved.length} parcels moved, ${m.messages} messages planned`,
              )
            )
              onDone();
          }}
        >
          Save
        </Button>
      </div>
    </aside>
  );
}
