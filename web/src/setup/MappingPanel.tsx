import { useQuery } from '@tanstack/react-query';
import { Button, Input, Segmented, Select } from 'antd';
import { useDeferredValue, useState } from 'react';
import { api, type Mapping, type Schemas } from '../api/client';
import type { Draft } from '../api/versions';
import { LINE, SIDE } from '../route/geometry';
import { stageWords } from '../words';
import { pointerOf, unmappedWords, withPointer } from './mapping';
import { useDo } from './useDo';

type Props = {
  shopKey: string;
  kit: Schemas['MappingTools'];
  draft: Draft<Mapping>;
  body?: string;
  reasons: (string | undefined)[];
  target?: Schemas['TargetView'];
  onTarget: (target: Schemas['TargetView'] | undefined) => void;
  onPropose?: () => void;
};

/** Which value goes where, in which form, and the order that comes out of it. */
export function MappingPanel({ shopKey, kit, draft, body, reasons, target, onTarget, onPropose }: Props) {
  const [view, setView] = useState('values');
  const [open, setOpen] = useState<string>();
  const { run, busy } = useDo();
  const { now: mapping, changed, set: onChange } = draft;
  const deferred = useDeferredValue(mapping);
  const tried = useQuery({
    queryKey: ['try', shopKey, deferred, body],
    queryFn: () => api.tryMapping(shopKey, deferred, body),
    enabled: !!body,
    placeholderData: (old) => old,
    retry: false,
  });
  const last = useQuery({
    queryKey: ['try-last', shopKey, deferred],
    queryFn: () => api.tryMapping(shopKey, deferred),
    enabled: view === 'last',
    retry: false,
  });
  const one = tried.data?.[0];
  const empty = Object.keys(mapping.fields).length === 0;
  const save = async () => {
    const done = await run(
      () => draft.save((next, version) => api.saveMapping(shopKey, next, version)),
      (d) =>
        d.read + d.partly + d.unread > 0
          ? `Saved. Waiting requests: ${d.read} read, ${d.partly} partly read, ${d.unread} not read`
          : 'Saved. New requests use this mapping',
    );
    if (done) draft.reset();
  };
  return (
    <aside className="panel" aria-label="Mapping">
      <h2>
        <span>Mapping</span>
        {changed && <span className="mark gold">not saved</span>}
      </h2>
      <div className="actions mt8">
        {onPropose && (
          <Button size="small" type={empty ? 'primary' : 'default'} onClick={onPropose}>
            Suggest from this sample
          </Button>
        )}
        <Button size="small" type={changed ? 'primary' : 'default'} loading={busy} disabled={!changed} onClick={save}>
          Use this mapping
        </Button>
        {changed && (
          <Button size="small" onClick={draft.reset}>
            Discard changes
          </Button>
        )}
      </div>
      <Segmented
        block
        size="small"
        className="mt10"
        aria-label="View"
        value={view}
        onChange={(v) => setView(String(v))}
        options={[
          { value: 'values', label: 'Values' },
          { value: 'stages', label: 'Stages' },
          { value: 'order', label: 'Result' },
          { value: 'last', label: 'Last 20' },
        ]}
      />
      {view === 'values' && (
        <ul className="targets">
          {kit.targets.map((t) => {
            const p = pointerOf(mapping, t);
            return (
              <li key={t.code} className={target?.code === t.code ? 'on' : ''}>
                <div className="row">
                  <button
                    type="button"
                    className="plain"
                    aria-expanded={open === t.code}
                    onClick={() => setOpen(open === t.code ? undefined : t.code)}
                  >
                    {t.words}
                  </button>
                  <span className="mono soft path" title={p?.path}>
                    {p?.path.replace(/^\$\.?/, '') ?? '–'}
                    {p && p.steps.length > 0 ? ` › ${p.steps.map((s) => s.kind.toLowerCase()).join(' › ')}` : ''}
                  </span>
                  <Button
                    size="small"
                    type="link"
                    disabled={!body}
                    onClick={() => onTarget(target?.code === t.code ? undefined : t)}
                  >
                    Choose
                  </Button>
                </div>
                {open === t.code && (
                  <PointerForm kit={kit} pointer={p} onChange={(next) => onChange(withPointer(mapping, t, next))} />
                )}
              </li>
            );
          })}
        </ul>
      )}
      {view === 'stages' && (
        <Stages
          mapping={mapping}
          missing={unmappedWords([...reasons, one?.reason], mapping.stages)}
          onChange={onChange}
        />
      )}
      {view === 'order' &&
        (one ? (
          <div className="box">
            <h3>
              {one.state === 'read' ? 'Order from this request' : 'Order from this request, as far as it can be read'}
            </h3>
            {one.reason && (
              <p className="pre-wrap">
                <span className="mark bad">!</span> {one.reason}
              </p>
            )}
            <pre className="mono raw">
              {JSON.stringify(
                {
                  ...one.order,
                  ...(one.parcels.length ? { parcels: one.parcels } : {}),
                  ...(one.stage ? { stage: one.stage } : {}),
                },
                null,
                2,
              )}
            </pre>
          </div>
        ) : (
          <p className="soft mt10">Choose a request to see the order it makes.</p>
        ))}
      {view === 'last' && (
        <ol className="story">
          {last.data?.map((a) => (
            <li key={a.id} className={`t ${a.state === 'read' ? '' : 'unread'}`}>
              <span className="mono">{String((a.order as { number?: string }).number ?? `call ${a.id}`)}</span>{' '}
              {a.state === 'read' ? (
                <span className="mark ok">reads</span>
              ) : (
                <span className="mark bad">{a.state}</span>
              )}
              {a.reason && <small className="pre-wrap">{a.reason}</small>}
            </li>
          ))}
        </ol>
      )}
    </aside>
  );
}

function PointerForm({
  kit,
  pointer,
  onChange,
}: {
  kit: Schemas['MappingTools'];
  pointer?: { path: string; steps: { kind: string; argument?: string | null }[] };
  onChange: (p: { path: string; steps: { kind: string; argument?: string | null }[] } | undefined) => void;
}) {
  const p = pointer ?? { path: '', steps: [] };
  return (
    <div className="form p-0-0-8px-8px">
      <Input
        size="small"
        aria-label="Path"
        className="mono"
        placeholder="$.customer.email"
        value={p.path}
        onChange={(e) => onChange(e.target.value ? { ...p, path: e.target.value } : undefined)}
      />
      {p.steps.map((s, i) => {
        const kind = kit.steps.find((k) => k.code === s.kind);
        const set = (part: Partial<typeof s>) =>
          onChange({ ...p, steps: p.steps.map((x, j) => (j === i ? { ...x, ...part } : x)) });
        return (
          <div key={i} className="flex gap4 mt4">
            <Select
              size="small"
              aria-label={`Formatter ${i + 1}`}
              className="w150"
              value={s.kind}
              onChange={(k) => set({ kind: k, argument: null })}
              options={kit.steps.map((k) => ({ value: k.code, label: k.words }))}
            />
            {kind?.argument &&
              (s.kind === 'TABLE' ? (
                <Input.TextArea
                  size="small"
                  aria-label={kind.argument}
                  placeholder={kind.argument}
                  autoSize
                  value={s.argument ?? ''}
                  onChange={(e) => set({ argument: e.target.value })}
                />
              ) : (
                <Input
                  size="small"
                  aria-label={kind.argument}
                  placeholder={kind.argument}
                  title={kind.argument}
                  value={s.argument ?? ''}
                  onChange={(e) => set({ argument: e.target.value })}
                />
              ))}
            <Button
              size="small"
              aria-label={`Remove formatter ${i + 1}`}
              onClick={() => onChange({ ...p, steps: p.steps.filter((_, j) => j !== i) })}
            >
              ✕
            </Button>
          </div>
        );
      })}
      {pointer && (
        <Button size="small" type="link" onClick={() => onChange({ ...p, steps: [...p.steps, { kind: 'TRIM' }] })}>
          Add formatter
        </Button>
      )}
    </div>
  );
}

function Stages({
  mapping,
  missing,
  onChange,
}: {
  mapping: Mapping;
  missing: string[];
  onChange: (m: Mapping) => void;
}) {
  const [word, setWord] = useState('');
  const set = (w: string, stage: string) => onChange({ ...mapping, stages: { ...mapping.stages, [w]: stage } });
  const drop = (w: string) => {
    const { [w]: _, ...others } = mapping.stages;
    onChange({ ...mapping, stages: others });
  };
  const options = [
    { value: '', label: 'doesn’t change the parcel' },
    ...[...LINE, ...SIDE].map((s) => ({ value: s, label: stageWords(s) })),
  ];
  return (
    <div className="form">
      <p className="soft mt8">The shop’s words for an order’s status, and the stages they mean.</p>
      {missing.map((w) => (
        <div key={w} className="row mt6">
          <span className="mark bad">{w}</span>
          <Select
            size="small"
            aria-label={`Stage of ${w}`}
            className="grow"
            placeholder="Choose a stage"
            onChange={(s) => set(w, s)}
            options={options}
          />
        </div>
      ))}
      {Object.entries(mapping.stages)
        .sort()
        .map(([w, s]) => (
          <div key={w} className="row mt4">
            <span className="mono w120">{w}</span>
            <Select
              size="small"
              aria-label={`Stage of ${w}`}
              className="grow"
              value={s}
              onChange={(v) => set(w, v)}
              options={options}
            />
            <Button size="small" aria-label={`Remove ${w}`} onClick={() => drop(w)}>
              ✕
            </Button>
          </div>
        ))}
      <div className="row mt8">
        <Input
          size="small"
          aria-label="A status word"
          placeholder="another word"
          value={word}
          onChange={(e) => setWord(e.target.value)}
        />
        <Button
          size="small"
          disabled={!word.trim()}
          onClick={() => {
            set(word.trim().toLowerCase(), '');
            setWord('');
          }}
        >
          Add
        </Button>
      </div>
    </div>
  );
}
