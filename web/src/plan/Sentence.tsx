import { Fragment, type ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { delayWords, listed, minutes, perWords } from '../words';
import { copyWords, senderWords, tagWords } from './effects';
import { isMailed, type Part } from './parts';
import { changeWords, closeParts } from './question';
import { endWords } from './series';
import { triggerWords, waitWords, windowWords } from './timing';
import { usePlanNames } from './usePlanNames';

type Props = {
  notice: Schemas['NoticeBody'];
  audience: string;
  /** The part that is being changed. */
  open?: Part;
  onOpen: (part: Part) => void;
};

/** A notice in one sentence. Each of its parts is changed where it stands. */
export function Sentence({ notice, audience, open, onOpen }: Props) {
  const part = (which: Part, words: ReactNode) => (
    <button
      type="button"
      className={`phrase ${open === which ? 'open' : ''}`}
      aria-expanded={open === which}
      onClick={() => onOpen(which)}
    >
      {words}
    </button>
  );
  const names = usePlanNames();
  const series = names.series.find((s) => s.id === notice.series)?.series;
  const channels = (notice.channels ?? []).map((c) => channelLabel(c));
  const wait = waitWords(notice);
  const hours = windowWords(notice.window);
  const asked = notice.buttons ?? [];
  const about = asked.length > 0 ? [...closeParts(notice), changeWords(notice)].filter(Boolean) : [];
  const recall = minutes(notice.recall ?? 'PT0S');
  return (
    <>
      <p className="say">
        When {part('stage', triggerWords(series ?? notice, names))}, for {part('audience', audience)},{' '}
        {wait === '' ? <>{part('delay', 'at once')}, </> : <>wait {part('delay', wait)}, then </>}
        {part('window', hours || 'at any hour')}
        {hours && ' in the customer’s time'}
        {wait === '' && ','} send {part('name', `“${notice.name}”`)} by{' '}
        {part('channels', notice.rule === 'all' ? listed(channels, 'and') : channels.join(', or else '))},{' '}
        {part('per', perWords(notice.per ?? 'parcel', notice.stage ?? ''))}
        {asked.length > 0 && <>, and ask {part('question', asked.map((b) => b.label).join(' or '))}</>}.
      </p>
      {about.length > 0 && (
        <p className="say more">
          The question{' '}
          {about.map((words, i) => (
            <Fragment key={words}>
              {i > 0 && ' · '}
              {part('question', words)}
            </Fragment>
          ))}
        </p>
      )}
      {series && (
        <p className="say more">
          Part of the series {part('stage', `“${series.name}”`)}
          {endWords(series) && <>, which ends when {endWords(series)}</>}.
        </p>
      )}
      <p className="say more">
        {asked.length === 0 && <>{part('question', 'No question')} · </>}
        Skipped if older than {part('age', delayWords(notice.ageLimit))} ·{' '}
        {recall > 0 ? (
          <>Can be taken back for {part('recall', delayWords(notice.recall))}</>
        ) : (
          part('recall', 'Can’t be taken back')
        )}{' '}
        · {part('importance', `${notice.importance ?? 'normal'} importance`)} ·{' '}
        {copyWords(notice) ? (
          <>Copy to the team {part('copies', copyWords(notice))}</>
        ) : (
          part('copies', 'No copy to the team')
        )}{' '}
        · {tagWords(notice) ? <>When sent, {part('tags', tagWords(notice))}</> : part('tags', 'No change of tags')}
        {isMailed(notice) && (
          <>
            {' '}
            ·{' '}
            {senderWords(notice) ? (
              <>From {part('sender', senderWords(notice))}</>
            ) : (
              part('sender', 'From the brand’s sender')
            )}
          </>
        )}
      </p>
    </>
  );
}
