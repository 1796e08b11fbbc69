import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { money, stageWords, when } from '../words';
import { statusLook, statusWords } from './messages';

type Props = {
  rows: Schemas['MessageLine'][];
  now: string;
  /** Id of the message that is open. */
  chosen?: string;
  onOpen: (id: string) => void;
};

/** Messages, the newest first, each with what became of it. */
export function MessageRows({ rows, now, chosen, onOpen }: Props) {
  return (
    <table className="sheet wide messages">
      <thead>
        <tr>
          <th>Time</th>
          <th>Order</th>
          <th>Notice</th>
          <th>To</th>
          <th>Status</th>
          <th className="num">Cost</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((m) => (
          <tr key={m.id} className={m.id === chosen ? 'on' : ''}>
            <td className="mono nowrap">{when(m.at, now)}</td>
            <td>
              <button
                type="button"
                className="plain link mono nowrap"
                aria-label={`${m.order}, ${m.notice}, ${statusWords(m.status)}`}
                onClick={() => onOpen(m.id)}
              >
                {m.order}
              </button>
              <small>{m.customer ?? 'no name'}</small>
            </td>
            <td>
              {m.notice}
              <small>{[stageWords(m.stage), m.carrier].filter(Boolean).join(' · ')}</small>
            </td>
            <td>
              {channelLabel(m.channel)}
              {(m.trial || m.copy) && <span className="mark v"> team</span>}
              <small className="mono">{m.address ?? 'no address'}</small>
            </td>
            <td>
              <span className={`mark ${statusLook(m.status)}`}>{statusWords(m.status)}</span>
              {m.attempt > 1 && <span className="soft"> {m.attempt} attempts</span>}
              {m.reason && <small>{m.reason}</small>}
            </td>
            <td className="num mono nowrap">{m.cost ? money(m.cost.amount, m.cost.currency) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
