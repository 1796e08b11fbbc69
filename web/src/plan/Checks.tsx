import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { counted } from '../words';
import { isGrave, placeOf } from './checks';

type Props = { findings: Schemas['PlanFinding'][]; names: Map<string, string | null | undefined> };

/** What somebody should look at in the plan, each with the way to where something can be done about it. */
export function Checks({ findings, names }: Props) {
  return (
    <section className="box" aria-label="Checks">
      <h3>{findings.length === 0 ? 'Checks' : `${counted(findings.length, 'thing')} to check`}</h3>
      {findings.length === 0 ? (
        <p className="soft">Nothing to look at.</p>
      ) : (
        <ul className="differing">
          {findings.map((f) => (
            <li key={`${f.kind}/${f.noticeId}/${f.channel}/${f.text}`}>
              <Link to={placeOf(f)}>
                <span className={`mark ${isGrave(f) ? 'bad' : 'gold'}`}>{isGrave(f) ? 'stops messages' : 'look'}</span>{' '}
                {f.noticeId && <b>{names.get(f.noticeId) ?? f.noticeId}: </b>}
                {f.text}
                {f.count > 0 && !f.text.includes(String(f.count)) && ` (${f.count.toLocaleString('en-GB')})`}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
