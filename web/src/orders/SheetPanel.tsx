import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Input, Progress, Segmented, Select } from 'antd';
import { type DragEvent, useEffect, useRef, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { counted } from '../words';
import { ScanFile } from './ScanFile';
import { StatusWords } from './StatusWords';
import { matchOf, withHeading } from './sheetMatch';

const OUTCOME: Record<string, string> = { new: 'ok', changed: 'gold', unchanged: 'v', 'left out': 'v', refused: 'bad' };
/** The server keeps another word for rows that weren’t wanted. */
const outcomeWords = (outcome: string) => (outcome === 'left out' ? 'skipped' : outcome);
const KINDS = [
  { value: 'orders', label: 'Orders' },
  { value: 'tracking', label: 'Tracking numbers' },
  { value: 'stages', label: 'Stages' },
  { value: 'scans', label: 'Scans' },
];
const LARGEST = 20 * 1024 * 1024;

/** Loads a sheet: matches its columns, shows row by row what it would do, then does it, with progress and a stop. */
export function SheetPanel({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const choices = useQuery({ queryKey: keys.choices, queryFn: api.ordersChoices });
  const file = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState<string>();
  const [kind, setKind] = useState('orders');
  const shop = typed ?? choices.data?.shops[0] ?? 'sheet';
  const [id, setId] = useState<string>();
  const [scanFile, setScanFile] = useState<File>();
  const [wrong, setWrong] = useState<string>();
  const [busy, setBusy] = useState(false);
  const sheet = useQuery({
    queryKey: keys.sheet(id ?? ''),
    queryFn: () => api.sheet(id!),
    enabled: !!id,
    refetchInterval: (q) => (['checking', 'doing'].includes(q.state.data?.state ?? '') ? 500 : false),
  });
  const result = sheet.data;
  useEffect(() => {
    if (result?.state === 'done' || result?.state === 'stopped')
      queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'sheet' });
  }, [result?.state, queries]);

  const run = async (work: () => Promise<Schemas['SheetResult']>) => {
    setBusy(true);
    setWrong(undefined);
    try {
      const done = await work();
      queries.setQueryData(keys.sheet(done.id), done);
      setId(done.id);
    } catch (e) {
      setWrong((e as Error).message);
    } finally {
      setBusy(false);
      if (file.current) file.current.value = '';
    }
  };
  const take = (f: File | undefined) => {
    if (!f) return;
    setWrong(undefined);
    setScanFile(undefined);
    if (f.size > LARGEST) setWrong('This file is larger than 20 MB. Split it and import the parts one by one.');
    else if (kind === 'scans') setScanFile(f);
    else run(() => api.checkSheet(f, shop, kind));
    if (file.current) file.current.value = '';
  };
  const drop = (e: DragEvent) => {
    e.preventDefault();
    take(e.dataTransfer.files[0]);
  };
  const doing = result ? result.created + result.changed : 0;
  const working = result?.state === 'checking' || result?.state === 'doing';
  return (
    <aside className="panel w640" aria-label="Import a file">
      <h2>
        <span>Import a file</span>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </h2>
      <p className="under">
        {kind === 'scans' ? 'UN/EDIFACT IFTSTA or GS1 EPCIS 2.0' : 'CSV or XLSX'}. Nothing is imported or sent until you
        confirm.
      </p>
      <div className="form flex gap10 bottom wrap" onDragOver={(e) => e.preventDefault()} onDrop={drop}>
        <div>
          <div className="label mt0">Contents</div>
          <Segmented aria-label="Contents" value={kind} onChange={setKind} options={KINDS} />
        </div>
        {kind !== 'scans' && (
          <div>
            <label htmlFor="shop" className="mt0">
              Shop
            </label>
            <Input id="shop" value={shop} className="w90" onChange={(e) => setTyped(e.target.value)} />
          </div>
        )}
        <Button onClick={() => file.current?.click()} loading={busy}>
          Choose or drop a file
        </Button>
        <input
          ref={file}
          type="file"
          accept=".csv,.txt,.xlsx,.edi,.json,text/csv"
          className="visually-hidden"
          aria-label="File to import"
          tabIndex={-1}
          onChange={(e) => take(e.target.files?.[0])}
        />
      </div>
      {wrong && <Alert className="mt12" type="error" title={wrong} />}
      {scanFile && kind === 'scans' && (
        <ScanFile
          key={scanFile.name + scanFile.lastModified}
          file={scanFile}
          choices={choices.data}
          onWrong={(m) => {
            setWrong(m);
            setScanFile(undefined);
          }}
        />
      )}
      {result && kind !== 'scans' && (
        <>
          <div className="box">
            <b>{result.fileName}</b>
            {result.state === 'ready' || result.state === 'done' || result.handled > 0 ? (
              <>
                : {result.created} new, {result.changed} changed, {result.unchanged} unchanged, {result.refused} refused
                {result.leftOutRows > 0 ? `, ${result.leftOutRows} skipped` : ''}; {result.messages} message
                {result.messages === 1 ? '' : 's'}{' '}
                {result.applied || result.state === 'doing' ? 'planned' : 'would be sent'}.
              </>
            ) : null}
            <div className="soft">
              Read as {result.readAs}
              {result.leftOut.length ? `; unused columns: ${result.leftOut.join(', ')}` : ''}.
            </div>
            {working && (
              <>
                <Progress
                  percent={Math.floor((100 * result.handled) / Math.max(1, result.total))}
                  size="small"
                  aria-label="Progress"
                />
                <span className="soft">
                  {result.handled} of {result.total} rows
                </span>{' '}
                <Button size="small" onClick={() => run(() => api.stopSheet(result.id))}>
                  Stop
                </Button>
              </>
            )}
            {result.reason && (
              <p className="mt4">
                <span className="mark gold">{result.state}</span> {result.reason}
              </p>
            )}
          </div>
          {!result.applied && result.statusWords.length > 0 && (
            <StatusWords
              words={result.statusWords}
              busy={busy || working}
              onMean={(word, stage) =>
                run(() => api.matchSheet(result.id, { ...matchOf(result), statuses: { [word]: stage } }))
              }
            />
          )}
          {!result.applied && (
            <Columns
              key={result.id}
              result={result}
              busy={busy || working}
              onMatch={(m) => run(() => api.matchSheet(result.id, m))}
            />
          )}
          <div className="actions">
            {result.applied ? (
              <>
                <span className="mark ok">done</span>
                <Button onClick={onClose}>Close</Button>
              </>
            ) : (
              <Button
                type="primary"
                loading={busy || working}
                disabled={doing === 0 && result.state !== 'stopped'}
                onClick={() => run(() => api.applySheet(result.id))}
              >
                {result.state === 'stopped'
                  ? 'Resume'
                  : doing === 0
                    ? 'Nothing to import'
                    : `Import ${counted(doing, 'row')}`}
              </Button>
            )}
            {result.refused > 0 && !working && <Button href={api.refusedRows(result.id)}>Download refused rows</Button>}
          </div>
          <div className="mt12">
            <table className="sheet">
              <thead>
                <tr>
                  <th>Line</th>
                  <th>Order</th>
                  <th>Name</th>
                  <th>{result.applied ? 'Result' : 'Change'}</th>
                </tr>
              </thead>
              <tbody>
                {result.rows.map((r) => (
                  <tr key={r.line}>
                    <td className="mono">{r.line}</td>
                    <td className="mono">{r.order ?? '–'}</td>
                    <td>{r.name ?? '–'}</td>
                    <td>
                      <span className={`mark ${OUTCOME[r.outcome]}`}>{outcomeWords(r.outcome)}</span>{' '}
                      {r.reason ?? r.what.join(', ')}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </aside>
  );
}

/** Which column is what; remembered by the headings. */
function Columns({
  result,
  busy,
  onMatch,
}: {
  result: Schemas['SheetResult'];
  busy: boolean;
  onMatch: (match: Schemas['Match']) => void;
}) {
  const known = result.columns as Record<string, string[]>;
  const missing = !known.order && result.kind !== 'stages';
  const [open, setOpen] = useState(missing);
  const only = { onlyColumn: result.onlyColumn, onlyValue: result.onlyValue };
  const set = (heading: string, code?: string) =>
    onMatch({ columns: withHeading(known, heading, code, result.headings), ...only });
  const value = (h: string) => Object.entries(known).find(([, its]) => its.includes(h))?.[0];
  const joined = Object.values(known).filter((its) => its.length > 1);
  return (
    <div className="box">
      <div className="row">
        <h3 className="m0">Columns</h3>
        {missing && <span className="mark bad">choose the one with the order numbers</span>}
        <span className="grow" />
        <button type="button" className="plain link" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'hide' : 'change'}
        </button>
      </div>
      {!open && result.onlyColumn && (
        <div>
          Only rows where <b>{result.onlyColumn}</b> is <b>{result.onlyValue || 'empty'}</b>
        </div>
      )}
      {joined.map((its) => (
        <div key={its[0]} className="soft">
          {its.join(' + ')} are combined.
        </div>
      ))}
      {open && (
        <>
          {result.headings.map((h, i) => (
            <div key={h + i} className="row mt4">
              <span className="w150 fixed-width clipped ellipsis">{h || <i>no heading</i>}</span>
              <Select
                size="small"
                aria-label={`Column ${h}`}
                disabled={busy}
                allowClear
                placeholder="not used"
                className="w170"
                value={value(h)}
                onChange={(c?: string) => set(h, c)}
                options={result.all.map((c) => ({ value: c.code, label: c.words }))}
              />
              <span className="soft mono clipped ellipsis nowrap">
                {result.sample
                  .map((row) => row[i])
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </div>
          ))}
          <div className="row mt8">
            <span>Import only rows where</span>
            <Select
              size="small"
              aria-label="Import only rows where"
              allowClear
              placeholder="all rows"
              className="w140"
              value={result.onlyColumn ?? undefined}
              onChange={(h?: string) =>
                onMatch({
                  columns: known,
                  onlyColumn: h,
                  onlyValue: h ? result.sample[0]?.[result.headings.indexOf(h)] : undefined,
                })
              }
              options={result.headings.filter(Boolean).map((h) => ({ value: h, label: h }))}
            />
            {result.onlyColumn && (
              <>
                is{' '}
                <Input
                  size="small"
                  aria-label="This value"
                  className="w130"
                  defaultValue={result.onlyValue ?? ''}
                  onBlur={(e) =>
                    e.target.value !== result.onlyValue &&
                    onMatch({ columns: known, onlyColumn: result.onlyColumn, onlyValue: e.target.value })
                  }
                  onPressEnter={(e) => e.currentTarget.blur()}
                />
              </>
            )}
          </div>
        </>
      )}
    </div>
  );
}
