import { App } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { Schemas } from '../api/client';

const ASK_EVERY_MS = 700;

/** An export at work: how many orders are written, of how many, as soon as that is known. */
export type Exporting = { format: string; done?: number; total?: number };

/** Where an export comes from. */
type Source = {
  /** Of the file, without its ending. */
  name: string;
  file: (format: string, id: string, signal: AbortSignal) => Promise<Blob>;
  progress: (id: string) => Promise<Schemas['Done']>;
};

/** Fetches an export with its progress, and hands the browser the file when it is whole. */
export function useExport({ name, file, progress }: Source) {
  const { message } = App.useApp();
  const [exporting, setExporting] = useState<Exporting>();
  const running = useRef<AbortController>(undefined);
  useEffect(() => () => running.current?.abort(), []);

  const start = async (format: string) => {
    const control = new AbortController();
    running.current = control;
    const id = crypto.randomUUID?.() ?? `export-${Date.now()}`;
    setExporting({ format });
    const asking = setInterval(
      () =>
        progress(id)
          .then((p) => !control.signal.aborted && setExporting({ format, ...p }))
          .catch(() => undefined),
      ASK_EVERY_MS,
    );
    try {
      const whole = await file(format, id, control.signal);
      const link = document.createElement('a');
      link.href = URL.createObjectURL(whole);
      link.download = `${name}.${format}`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
      message.success('Export saved');
    } catch (e) {
      if (!control.signal.aborted) message.error((e as Error).message, 6);
    } finally {
      clearInterval(asking);
      control.abort();
      setExporting(undefined);
    }
  };
  return { exporting, start, stop: () => running.current?.abort() };
}
