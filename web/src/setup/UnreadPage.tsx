import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { LINE, SIDE } from '../route/geometry';
import { Failed } from '../shell/Failed';
import { stageWords, when } from '../words';
import { useDo } from './useDo';

const STAGES = [...LINE, ...SIDE]
  .filter((s) => !['ordered', 'cancelled', 'refunded'].includes(s))
  .map((s) => ({ value: s, label: stageWords(s) }));

/** Codes that nothing reads: how often, of which carrier, and what they mean once somebody says so. */
export function UnreadPage({ now }: { now: string }) {
  const unread = useQuery({ queryKey: keys.unread, queryFn: api.unreadCodes });
  const [chosen, setChosen] = useState<Schemas['UnreadCode']>();
  if (unread.isError) return <Failed error={unread.error} again={() => unread.refetch()} />;
  const name = (u: Schemas['UnreadCode']) => `${u.carrier}/${u.code ?? u.text}`;
  return (
    <div className="work">
      <main className="main pad">
        {unread.data?.length === 0 ? (
          <div className="empty">
            <h2>Every code is read</h2>
            <p>When a carrier sends one that its code table does not know, it is kept and listed here.</p>
          </div>
        ) : (
          <table className="sheet wide">
            <thead>
              <tr>
                <th>Code</th>
                <th>Carrier</th>
                <th>It says</th>
                <th>Scans</th>
                <th>Parcels</th>
                <th>Last</th>
                <th>Example</th>
              </tr>
            </thead>
            <tbody>
              {unread.data?.map((u) => (
                <tr key={name(u)} className={chosen && name(chosen) === name(u) ? 'on' : ''}>
                  <td>
                    <button type="button" className="plain link mono" onClick={() => setChosen(u)}>
                      {u.code ?? 'no code'}
                    </button>
                  </td>
                  <td>{u.carrierName}</td>
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
        <Meaning key={name(chosen)} code={chosen} onDone={() => setChosen(undefined)} />
      ) : (
        <aside className="panel" aria-label="Meaning">
          <div className="empty">
            <h2>Choose a code</h2>
            <p>Say what it means; the parcels it moves are shown before anything happens.</p>
          </div>
        </aside>
      )}
    </div>
  );
}

function Meaning({ code, onDone }: { code: Schemas['UnreadCode']; onDone: () => void }) {
  const [stage, setStage] = useState<string>();
  const [send, setSend] = useState(false);
  const { run, busy } = useDo();
  const meaning = { code: code.code, contains: code.code ? undefined : code.text, stage, send };
  const look = useQuery({
    queryKey: keys.meaning(code.carrier, meaning),
    queryFn: () => api.lookMeaning(code.carrier, meaning),
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
        {code.carrierName}
        {code.code && code.text ? ` · “${code.text}”` : ''}
      </p>
      <label htmlFor="meaning-stage">It means the parcel is</label>
      <Select
        id="meaning-stage"
        style={{ width: '100%' }}
        value={stage}
        placeholder="Choose a stage"
        onChange={setStage}
        options={STAGES}
      />
      {look.data && (
        <div className="box">
          <h3>What that moves</h3>
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
      <p style={{ marginTop: 10 }}>
        <Checkbox checked={send} onChange={(e) => setSend(e.target.checked)}>
          Send the notices due from it{look.data && send ? `: ${look.data.messages} now` : ''}
        </Checkbox>
      </p>
      <p className="soft">
        Left out, nothing goes out for what happened so far; from the next scan on, notices go out as planned.
      </p>
      <div className="actions">
        <Button
          type="primary"
          loading={busy}
          disabled={!stage}
          onClick={async () => {
            if (
              await run(
                () => api.sayMeaning(code.carrier, meaning),
                (m) => `${m.read} scans read, ${m.moved.length} parcels moved, ${m.messages} messages planned`,
              )
            )
              onDone();
          }}
        >
          That is what it means
        </Button>
      </div>
    </aside>
  );
}
