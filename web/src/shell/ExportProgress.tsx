import { Button, Progress } from 'antd';
import type { Exporting } from './useExport';

const number = (n: number) => n.toLocaleString('en-GB');

/** How far the export is, and the way to stop it. `noun` is what is exported. */
type Props = { exporting: Exporting; noun: string; onStop: () => void };

export function ExportProgress({ exporting: e, noun, onStop }: Props) {
  return (
    <div className="exporting" role="status">
      <span>
        {e.total === undefined
          ? 'Exporting …'
          : `Exporting: ${number(e.done ?? 0)} of ${number(e.total)} ${noun}${e.total === 1 ? '' : 's'}`}
      </span>
      <Progress
        className="w160"
        size="small"
        showInfo={false}
        aria-label="Progress of the export"
        percent={e.total ? Math.round((100 * (e.done ?? 0)) / e.total) : 0}
      />
      <Button size="small" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}
