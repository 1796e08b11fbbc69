import { Button } from 'antd';
import { api, type Schemas } from '../api/client';
import { counted } from '../words';
import { listNumbers, summarize } from './carrierImport';
import { useDo } from './useDo';

const MARKS: Record<string, string> = { new: 'ok', changed: 'gold', unchanged: '', refused: 'bad' };

export type CheckedFile = { file: File; check: Schemas['ImportCheck'] };

/** What a file of carriers would change, before it does. */
export function CarrierImport({ checked, onClose }: { checked: CheckedFile; onClose: () => void }) {
  const { run, busy } = useDo();
  const { lines, version } = checked.check;
  const sums = summarize(lines);
  const load = async () => {
    const done = await run(
      () => api.importCarriers(checked.file, version),
      (d) => listNumbers(d),
    );
    if (done) onClose();
  };
  return (
    <aside
      className="panel w480"
      aria-label="Import carriers"
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
        if (e.key === 'Enter' && e.ctrlKey && sums.taken > 0) load();
      }}
    >
      <h2>
        <span>Import carriers</span>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </h2>
      <p className="under">
        {checked.file.name}: {sums.words}. Nothing is changed yet.
      </p>
      {lines.map((l) => (
        <div key={l.line} className="box mb4">
          <span className={`mark ${MARKS[l.change]} float-right`}>{l.change}</span>
          <b>{l.name ?? l.key ?? `Line ${l.line}`}</b> <span className="soft mono">{l.key}</span>
          {l.what.length > 0 && <div>{l.what.join(', ')}</div>}
          {l.reason && <div className="wrong">{l.reason}</div>}
          {l.change === 'changed' && l.parcels > 0 && (
            <div className="soft">{counted(l.parcels, 'parcel')} with it</div>
          )}
        </div>
      ))}
      <div className="actions">
        <Button type="primary" loading={busy} disabled={sums.taken === 0} onClick={load}>
          {sums.taken === 0 ? 'Nothing to import' : `Import ${counted(sums.taken, 'carrier')}`}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </aside>
  );
}

/** The last import, for as long as it can be taken back. */
export function LastCarrierImport({ last }: { last: Schemas['ImportDone'] | undefined | null }) {
  const { run, busy } = useDo();
  if (!last || last.undone) return null;
  return (
    <p className="soft m12" role="status">
      Last import: {last.fileName}, {listNumbers(last)}.{' '}
      <Button
        size="small"
        type="link"
        loading={busy}
        onClick={() =>
          run(
            () => api.undoCarrierImport(last.id),
            (u) =>
              `${counted(u.restored, 'carrier')} restored${u.left.length ? `. Left as they are: ${u.left.join('; ')}` : ''}`,
          )
        }
      >
        Undo
      </Button>
    </p>
  );
}
