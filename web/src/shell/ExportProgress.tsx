import { Button, Progress } from 'antd';
import type { Exporting } from './useExport';

const number = (n: number) => n.toLocaleString('en-GB');

/** How far the export is, and the way to stop it. */
export function ExportProgress({ exporting: e, onStop }: { exporting: Exporting; onStop: () => void }) {
  return (
    <div className="exporting" role="status">
      <span>
        {e.total === undefined
          ? 'Exporting …'
          : `Exporting: ${number(e.done ?? 0)} of ${number(e.total)} order${e.total === 1 ? '' : 's'}`}
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
