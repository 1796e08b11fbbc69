import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { delayWords, listed, minutes, perWords } from '../words';
import { triggerWords, waitWords, windowWords } from './timing';

/** A notice in one sentence, with all its parts. */
export function Sentence({ notice, audience }: { notice: Schemas['NoticeBody']; audience: string }) {
  const channels = notice.channels ?? [];
  const wait = waitWords(notice);
  const hours = windowWords(notice.window);
  return (
    <p className="say">
      When <u>{triggerWords(notice)}</u>
      {', for '}
      <u>{audience}</u>,{' '}
      {wait === '' ? (
        <>
          <u>at once</u>
          {hours ? ', ' : ' '}
        </>
      ) : (
        <>
          wait <u>{wait}</u>, then{' '}
        </>
      )}
      {hours && (
        <>
          <u>{hours}</u> in the customer’s time{' '}
        </>
      )}
      send “{notice.name}” by{' '}
      {notice.rule === 'all' ? (
        <u>
          {listed(
            channels.map((c) => channelLabel(c)),
            'and',
          )}
        </u>
      ) : (
        channels.map((c, i) => (
          <span key={c}>
            {i > 0 && ', or else '}
            <u>{channelLabel(c)}</u>
          </span>
        ))
      )}
      , <u>{perWords(notice.per ?? 'parcel', notice.stage ?? '')}</u>
      {notice.buttons && notice.buttons.length > 0 && (
        <>
          , and ask{' '}
          {notice.buttons.map((b, i) => (
            <span key={b.id}>
              {i > 0 && ' or '}
              <u>{b.label}</u>
            </span>
          ))}
        </>
      )}
      {minutes(notice.recall ?? 'PT0S') > 0 && (
        <>
          ; it can be taken back for <u>{delayWords(notice.recall)}</u>
        </>
      )}
      .
    </p>
  );
}
