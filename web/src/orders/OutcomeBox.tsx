import type { ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { listed, stageWords, when } from '../words';

const MARK: Record<string, [string, string]> = {
  said: ['ok', 'sent'],
  planned: ['gold', 'planned'],
  will: ['v', 'upcoming'],
  not: ['bad', 'skipped'],
};

/** `name` is what it is about, in plain text. */
type Props = { title: ReactNode; name: string; outcome: Schemas['NoticeOutcome']; now: string };

/** What became of a notice for an order, or would: why, and when. */
export function OutcomeBox({ title, name, outcome, now }: Props) {
  const [mark, word] = MARK[outcome.outcome];
  return (
    <div className="box">
      <div className="flex spread">
        <b>{title}</b>
        <span className={`mark ${mark}`}>
          {word}
          {outcome.outcome === 'planned' && outcome.at && ` for ${when(outcome.at, now)}`}
        </span>
      </div>
      <span className="soft">
        {stageWords(outcome.stage)}
        {outcome.channels.length ? ` · by ${listed(outcome.channels, 'and')}` : ''}
        {outcome.why && outcome.steps.length === 0 ? ` · ${outcome.why}` : ''}
        {outcome.outcome === 'will' && outcome.at && ` · ${aheadWords(outcome.at, now)}`}
      </span>
      {outcome.steps.length > 0 && (
        <ol className="steps" aria-label={`What happened: ${name}`}>
          {outcome.steps.map((s) => (
            <li key={`${s.at}/${s.text}`}>
              {s.at && <span className="mono">{when(s.at, now)} </span>}
              {s.text}
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}

/** When it would leave if what sets it off happened now. */
export const aheadWords = (at: string, now: string) =>
  Date.parse(at) - Date.parse(now) < 60_000 ? 'sent at once' : `if that were now, sent ${when(at, now)}`;
