import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { stageWords, when } from '../words';
import { shopWords, stateLook, stateWords, viaWords } from './answers';

type Props = {
  rows: Schemas['AnswerLine'][];
  now: string;
  /** Number of the order that is open. */
  chosen?: string;
  onOpen: (shop: string, number: string) => void;
};

/** Questions, the newest first, each with its answer and the way to its order. */
export function AnswerRows({ rows, now, chosen, onOpen }: Props) {
  return (
    <table className="sheet wide answers">
      <thead>
        <tr>
          <th>Order</th>
          <th>Customer</th>
          <th>Asked</th>
          <th>Question</th>
          <th>State</th>
          <th>Answer</th>
          <th>Stage</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={`${r.shop}/${r.number}/${r.notice}`} className={r.number === chosen ? 'on' : ''}>
            <td>
              <button type="button" className="plain link mono" onClick={() => onOpen(r.shop, r.number)}>
                {r.number}
              </button>
            </td>
            <td>{r.customer ?? <span className="soft">no name</span>}</td>
            <td className="mono">{when(r.askedAt, now)}</td>
            <td>{r.notice}</td>
            <td>
              <span className={`mark ${stateLook(r.state)}`}>{stateWords(r.state)}</span>
            </td>
            <td>
              {r.answer}
              {r.text && <span className="quoted"> “{r.text}”</span>}
              <span className="soft">
                {[viaWords(r.via ?? undefined, channelLabel), r.answeredAt && when(r.answeredAt, now), shopWords(r)]
                  .filter(Boolean)
                  .map((words) => ` · ${words}`)
                  .join('')
                  .slice(r.answer ? 0 : 3)}
              </span>
            </td>
            <td>{stageWords(r.stage)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
