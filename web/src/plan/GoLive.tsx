import type { Schemas } from '../api/client';
import { totalCost } from '../rehearsal/figures';
import { counted } from '../words';
import { expectedSoon } from './life';

type Props = {
  id: string;
  warnings: string[];
  /** The latest of the notice as it is now; absent where there is none. */
  rehearsal?: Schemas['Rehearsal'];
  now: string;
};

/** What a person should know before a notice goes live: what is missing, and what is about to happen. */
export function GoLive({ id, warnings, rehearsal, now }: Props) {
  return (
    <>
      {warnings.length > 0 && (
        <ul className="plainlist">
          {warnings.map((w) => (
            <li key={w}>{w}.</li>
          ))}
        </ul>
      )}
      {rehearsal?.rehearsal.figures ? (
        <Expected id={id} row={rehearsal.rehearsal} figures={rehearsal.rehearsal.figures} now={now} />
      ) : (
        <p>It wasn’t rehearsed as it is now. Rehearse it to see what it would have sent, to whom, and at what cost.</p>
      )}
    </>
  );
}

type ExpectedProps = {
  id: string;
  row: Schemas['RehearsalRow'];
  figures: Schemas['RehearsalFigures'];
  now: string;
};

function Expected({ id, row, figures, now }: ExpectedProps) {
  const hours = figures.by.noticeHours[id] ?? [];
  const sent = figures.by.notice[id] ?? 0;
  const about = (h: number) => Math.round(expectedSoon(hours, row.period, now, h)).toLocaleString('en-GB');
  const held = figures.reasons.filter((r) => r.noticeId === id && !r.isReplaced).slice(0, 3);
  const cost = totalCost(figures);
  return (
    <>
      <p>
        As rehearsed: about <b>{about(6)}</b> messages in the next 6 hours and <b>{about(24)}</b> in the next 24;{' '}
        {counted(sent, 'message')} in the days that were rehearsed
        {cost && `, where the whole plan would have cost ${cost}`}.
      </p>
      {held.length > 0 && (
        <ul className="plainlist">
          {held.map((r) => (
            <li key={r.reason}>
              {r.count.toLocaleString('en-GB')} not sent: {r.reason}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
