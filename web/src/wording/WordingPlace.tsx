import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { Link, Navigate, useParams, useSearchParams } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { stateMark, stateWords } from '../plan/life';
import { Route } from '../route/Route';
import { useGeometry } from '../route/useGeometry';
import { Failed } from '../shell/Failed';
import { counted, languageWords, stageWords } from '../words';
import { useDrafts } from './drafts';
import { Editor } from './Editor';
import { nameOf, PAGE, type Place, path } from './place';
import { ReplacePanel } from './ReplacePanel';

/** The place Wording: every notice's words, by channel, language and variant. */
export default function WordingPlace() {
  const geometry = useGeometry('plan');
  const { notice, channel } = useParams();
  const [query] = useSearchParams();
  const [stage, setStage] = useState<string>();
  const [finding, setFinding] = useState(false);
  const list = useQuery({ queryKey: keys.wordings, queryFn: api.wordings });
  const plan = useQuery({ queryKey: keys.plan, queryFn: api.plan });
  const place: Place | undefined =
    notice && channel
      ? {
          notice,
          channel,
          language: query.get('language') ?? undefined,
          shop: query.get('shop') ?? undefined,
          carrier: query.get('carrier') ?? undefined,
          country: query.get('country') ?? undefined,
        }
      : undefined;
  const one = useQuery({
    queryKey: place ? keys.wording(place) : ['wording'],
    queryFn: () => api.wording(place!),
    enabled: !!place,
    placeholderData: (old) =>
      old && place && old.notice === place.notice && old.channel === place.channel ? old : undefined,
    retry: false,
  });
  const notices = (list.data ?? []).filter((n) => n.id !== PAGE);
  const lines = notices.filter((n) => !stage || n.stage === stage);
  const page = stage ? undefined : list.data?.find((n) => n.id === PAGE);
  const first = notices.find((n) => n.channels.length > 0);
  if (!place && first) return <Navigate to={path({ notice: first.id, channel: first.channels[0].channel })} replace />;
  const languages = new Set(list.data?.flatMap((n) => n.channels.flatMap((c) => c.languages)));
  const settled =
    one.data &&
    place &&
    one.data.notice === place.notice &&
    one.data.channel === place.channel &&
    !one.isPlaceholderData;
  return (
    <>
      <Route
        slim
        title="Wording"
        subtitle={list.data ? `${counted(notices.length, 'notice')}, ${counted(languages.size, 'language')}` : ' '}
        geometry={geometry}
        chosen={stage}
        onChoose={setStage}
      />
      <div className="work wrapping">
        <nav className="sidelist" aria-label="Wordings">
          <Button size="small" block onClick={() => setFinding(!finding)} aria-pressed={finding}>
            Find and replace
          </Button>
          {list.isError && <Failed error={list.error} again={() => list.refetch()} />}
          {list.data && lines.length === 0 && (
            <p className="soft pad">
              {stage ? `No notices at ${stageWords(stage).toLowerCase()}.` : 'There are no notices yet.'}{' '}
              <Link className="link" to="/plan">
                Go to Plan
              </Link>
            </p>
          )}
          {[...lines, ...(page ? [page] : [])].map((n) => (
            <NoticeLines key={n.id} line={n} chosen={finding ? undefined : place} onOpen={() => setFinding(false)} />
          ))}
        </nav>
        {finding ? (
          <ReplacePanel carriers={plan.data?.carriers ?? []} onClose={() => setFinding(false)} />
        ) : one.isError ? (
          <main className="main">
            <Failed error={one.error} again={() => one.refetch()} />
          </main>
        ) : one.data && plan.data && settled ? (
          <Editor key={nameOf(place!)} place={place!} view={one.data} plan={plan.data} />
        ) : (
          <main className="main">
            <div className="empty">
              {list.data && !first ? (
                <>
                  <h2>No texts yet</h2>
                  <p>
                    Texts belong to a notice.{' '}
                    <Link className="link" to="/plan">
                      Create one in Plan
                    </Link>
                    ; it comes with a starter.
                  </p>
                </>
              ) : (
                'Loading the wording …'
              )}
            </div>
          </main>
        )}
      </div>
    </>
  );
}

function NoticeLines({
  line: n,
  chosen,
  onOpen,
}: {
  line: Schemas['WordingLine'];
  chosen: Place | undefined;
  onOpen: () => void;
}) {
  const drafts = useDrafts();
  return (
    <section className="noticelines" aria-label={n.name}>
      <h3>
        {n.name} {n.state !== 'live' && <span className={`mark ${stateMark(n.state)}`}>{stateWords(n.state)}</span>}
        <small>{n.id === PAGE ? 'of every order' : stageWords(n.stage)}</small>
      </h3>
      {n.channels.map((c) => (
        <Link
          key={c.channel}
          to={path({ notice: n.id, channel: c.channel })}
          className={`line ${chosen?.notice === n.id && chosen.channel === c.channel ? 'on' : ''}`}
          aria-current={(chosen?.notice === n.id && chosen.channel === c.channel) || undefined}
          onClick={onOpen}
        >
          <span>{n.id === PAGE ? 'Page' : channelLabel(c.channel)}</span>
          <span className="soft">
            {c.languages.length}
            {c.variants > 0 ? ` + ${c.variants}` : ''}
          </span>
          {drafts.has(n.id, c.channel) ? (
            <span className="mark gold">not saved</span>
          ) : c.faults > 0 ? (
            <span className="mark bad" title="It has errors">
              ! {c.faults}
            </span>
          ) : c.approval && c.approval !== 'approved' ? (
            <span className={`mark ${c.approval === 'refused' ? 'bad' : 'gold'}`}>
              {c.approval === 'refused' ? 'rejected' : 'in review'}
            </span>
          ) : c.missingLanguages.length > 0 ? (
            <span
              className="mark gold"
              title={`Recent customers also speak ${c.missingLanguages.map((l) => languageWords(l.language)).join(', ')}`}
            >
              {counted(c.missingLanguages.length, 'language')} missing
            </span>
          ) : null}
        </Link>
      ))}
    </section>
  );
}
