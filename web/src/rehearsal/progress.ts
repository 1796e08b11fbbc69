import type { Schemas } from '../api/client';
import { counted } from '../words';

export function isRunning(row: Schemas['RehearsalRow']): boolean {
  return row.progress.status === 'running';
}

/** How far it is: "running, 40 %", "stopped after 1,200 of 5,000 orders", "broke off". */
export function progressWords(row: Schemas['RehearsalRow']): string {
  const { status, done, total } = row.progress;
  if (status === 'running') return total === 0 ? 'running' : `running, ${Math.floor((100 * done) / total)} %`;
  if (status === 'stopped') return `stopped after ${done.toLocaleString('en-GB')} of ${counted(total, 'order')}`;
  return status === 'failed' ? 'broke off' : 'done';
}
