import { useQueryClient } from '@tanstack/react-query';
import { Alert, App, Button, Checkbox } from 'antd';
import { type DragEvent, useRef, useState } from 'react';
import { api, keys, Problem, type Schemas } from '../api/client';
import { formKeys } from '../shell/escape';
import { counted } from '../words';
import { canTake, kindMark, kindWords, LARGEST_PLAN, rowChanges } from './planFile';
import { refreshChecks } from './refresh';

type Compared = { file: File; comparison: Schemas['PlanComparison']; wanted: string[] };

/** A plan from a file: what it would change is seen before any of it is taken. */
export function ImportPlan({ onClose }: { onClose: () => void }) {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [compared, setCompared] = useState<Compared>();
  const [wrong, setWrong] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const fail = (e: unknown) =>
    setWrong(e instanceof Problem && e.errors.length > 0 ? e.errors.map((f) => f.message) : [(e as Error).message]);

  const compare = async (file: File | undefined) => {
    if (!file) return;
    setCompared(undefined);
    setWrong([]);
    if (file.size > LARGEST_PLAN) {
      setWrong(['This file is larger than 5 MB, so it isn’t a plan']);
      return;
    }
    setBusy(true);
    try {
      const comparison = await api.comparePlan(file);
      setCompared({ file, comparison, wanted: comparison.notices.filter(canTake).map((n) => n.id) });
    } catch (e) {
      fail(e);
    } finally {
      setBusy(false);
      // Else the same file, mended, could not be chosen again.
      if (input.current) input.current.value = '';
    }
  };
  const refresh = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: keys.plan }),
      queries.invalidateQueries({ queryKey: keys.series }),
      refreshChecks(queries),
    ]);
  const takeBack = async (done: Schemas['Imported']) => {
    try {
      if (done.changed.length > 0) await api.importPlan(new Blob([done.before]), done.mark, done.changed);
      for (const id of done.added) await api.removeNotice(id);
      for (const id of done.series) await api.removeSeries(id);
    } catch (e) {
      message.error((e as Error).message, 6);
    }
    await refresh();
  };
  const take = async () => {
    if (!compared || compared.wanted.length === 0) return;
    setBusy(true);
    setWrong([]);
    try {
      const done = await api.importPlan(compared.file, compared.comparison.mark, compared.wanted);
      await refresh();
      message.success(
        <span>
          {counted(done.added.length + done.changed.length, 'notice')} imported{' '}
          <Button size="small" type="link" onClick={() => takeBack(done)}>
            Undo
          </Button>
        </span>,
        8,
      );
      onClose();
    } catch (e) {
      fail(e);
    } finally {
      setBusy(false);
    }
  };
  const drop = (e: DragEvent) => {
    e.preventDefault();
    compare(e.dataTransfer.files[0]);
  };
  return (
    <aside className="panel" aria-label="Import a plan" onKeyDown={formKeys(take, onClose)}>
      <h2>
        <span>Import a plan</span>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </h2>
      <p className="soft">
        Takes notices and their texts from a file that was exported from a plan, here or elsewhere. You see what would
        change first.
      </p>
      <section className="actions" aria-label="File" onDragOver={(e) => e.preventDefault()} onDrop={drop}>
        <Button
          type={compared ? 'default' : 'primary'}
          loading={busy && !compared}
          onClick={() => input.current?.click()}
        >
          {compared ? 'Choose another file' : 'Choose or drop a file'}
        </Button>
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          className="visually-hidden"
          aria-label="Plan to import"
          tabIndex={-1}
          onChange={(e) => compare(e.target.files?.[0])}
        />
      </section>
      {wrong.length > 0 && (
        <Alert
          className="mt12"
          type="error"
          title={
            <ul className="plainlist">
              {wrong.map((w) => (
                <li key={w}>{w}</li>
              ))}
            </ul>
          }
        />
      )}
      {compared && <Comparison compared={compared} onChange={setCompared} onTake={take} busy={busy} />}
    </aside>
  );
}

type ComparisonProps = { compared: Compared; onChange: (c: Compared) => void; onTake: () => void; busy: boolean };

function Comparison({ compared, onChange, onTake, busy }: ComparisonProps) {
  const { comparison, wanted } = compared;
  const choose = (id: string, on: boolean) =>
    onChange({ ...compared, wanted: on ? [...wanted, id] : wanted.filter((w) => w !== id) });
  const possible = comparison.notices.filter(canTake).length;
  return (
    <>
      <h3>{compared.file.name}</h3>
      <ul className="differing">
        {comparison.notices.map((row) => (
          <li key={row.id}>
            <Checkbox
              checked={wanted.includes(row.id)}
              disabled={!canTake(row)}
              onChange={(e) => choose(row.id, e.target.checked)}
            >
              <b>{row.name}</b> <span className={`mark ${kindMark(row)}`}>{kindWords(row)}</span>
            </Checkbox>
            {rowChanges(row).map((c) => (
              <div key={c} className={row.problems.length > 0 ? 'wrong' : 'soft'}>
                {c}
              </div>
            ))}
          </li>
        ))}
      </ul>
      {possible === 0 ? (
        <p>Nothing in this file differs from the plan here in a way that can be used.</p>
      ) : (
        <div className="actions">
          <Button type="primary" loading={busy} disabled={wanted.length === 0} onClick={onTake} title="Ctrl+Enter">
            Import {counted(wanted.length, 'notice')}
          </Button>
        </div>
      )}
    </>
  );
}
