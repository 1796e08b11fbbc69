import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Alert, Button, Input } from 'antd';
import { type DragEvent, useRef, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';

const VERDICT: Record<string, string> = { new: 'ok', changed: 'gold', unchanged: 'v', refused: 'bad' };
const DELIMITER: Record<string, string> = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'bars' };

/** Loads an order sheet: shows row by row what it would do before it does it. */
export function SheetPanel({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const plan = useQuery({ queryKey: keys.plan, queryFn: api.plan });
  const file = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState<string>();
  const shop = typed ?? plan.data?.shops[0] ?? 'sheet';
  const [result, setResult] = useState<Schemas['SheetResult']>();
  const [wrong, setWrong] = useState<string>();
  const [busy, setBusy] = useState(false);

  const run = async (work: () => Promise<Schemas['SheetResult']>) => {
    setBusy(true);
    setWrong(undefined);
    try {
      const done = await work();
      setResult(done);
      if (done.applied) await queries.invalidateQueries();
    } catch (e) {
      setWrong((e as Error).message);
    } finally {
      setBusy(false);
      if (file.current) file.current.value = '';
    }
  };
  const take = (f: File | undefined) => f && run(() => api.rehearseSheet(f, shop));
  const drop = (e: DragEvent) => {
    e.preventDefault();
    take(e.dataTransfer.files[0]);
  };
  const doing = result ? result.created + result.changed : 0;
  return (
    <aside className="panel" style={{ width: 620 }} aria-label="Load a sheet">
      <h2><span>Load a sheet</span><button type="button" className="plain" aria-label="Close" onClick={onClose}>✕</button></h2>
      <p className="under">A CSV with any of these headings: order number, name, e-mail, phone, country, carrier, tracking number, status. Nothing is kept or sent before you say so.</p>
      <div className="form two" style={{ display: 'flex', gap: 10, alignItems: 'end' }} onDragOver={(e) => e.preventDefault()} onDrop={drop}>
        <div><label htmlFor="shop" style={{ marginTop: 0 }}>Shop</label><Input id="shop" value={shop} style={{ width: 160 }} onChange={(e) => setTyped(e.target.value)} /></div>
        <Button onClick={() => file.current?.click()} loading={busy}>Choose a file, or drop it here</Button>
        <input ref={file} type="file" accept=".csv,.txt,text/csv" className="visually-hidden" aria-label="Sheet file" tabIndex={-1} onChange={(e) => take(e.target.files?.[0])} />
      </div>
      {wrong && <Alert style={{ marginTop: 12 }} type="error" title={wrong} />}
      {result && (
        <>
          <div className="box">
            <b>{result.fileName}</b>: {result.created} new, {result.changed} changed, {result.unchanged} unchanged, {result.refused} refused; {result.messages} message{result.messages === 1 ? '' : 's'} {result.applied ? 'planned' : 'would be planned'}.
            <div className="soft">Read as {result.encoding} with {DELIMITER[result.delimiter] ?? result.delimiter}{result.leftOut.length ? `; not used: ${result.leftOut.join(', ')}` : ''}.</div>
          </div>
          <div className="actions">
            {result.applied ? <><span className="mark ok">done</span><Button onClick={onClose}>Close</Button></> : <Button type="primary" loading={busy} disabled={doing === 0} onClick={() => run(() => api.applySheet(result.id))}>{doing === 0 ? 'Nothing to do' : `Do it: ${doing} row${doing === 1 ? '' : 's'}`}</Button>}
          </div>
          <div style={{ marginTop: 12 }}>
            <table className="sheet">
              <thead><tr><th>Line</th><th>Order</th><th>Name</th><th>{result.applied ? 'Did' : 'Will'}</th></tr></thead>
              <tbody>
                {result.rows.map((r) => (
                  <tr key={r.line}><td className="mono">{r.line}</td><td className="mono">{r.order ?? '–'}</td><td>{r.name ?? '–'}</td><td><span className={`mark ${VERDICT[r.verdict]}`}>{r.verdict}</span> {r.reason ?? r.what.join(', ')}</td></tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </aside>
  );
}
