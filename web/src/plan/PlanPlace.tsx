import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { CHANNELS, channelLabel } from '../channels';
import { type Geometry, LINE, x } from '../route/geometry';
import { Route } from '../route/Route';
import { useGeometry } from '../route/useGeometry';
import { isForSomethingInside } from '../shell/escape';
import { Failed } from '../shell/Failed';
import { perDay, stageWords, whenShort } from '../words';
import { bandHeight, hang, top, turn } from './layout';
import { NoticePanel } from './NoticePanel';

/** A notice nobody has kept yet. */
function blank(stage: string, channel: string): Schemas['NoticeBody'] {
  return {
    name: '',
    stage,
    after: 'PT0S',
    audience: { payments: [], countries: [], carriers: [], shops: [] },
    channels: [channel],
    rule: 'first-that-works',
    per: stage === 'ordered' ? 'order' : 'parcel',
    ageLimit: 'PT48H',
    state: 'paused',
    buttons: [],
  };
}

/** The place Plan: the route with the notices as pennants at their stops, a band for each channel. */
export default function PlanPlace() {
  const plan = useQuery({ queryKey: keys.plan, queryFn: api.plan });
  const { id } = useParams();
  const navigate = useNavigate();
  const [fresh, setFresh] = useState<Schemas['NoticeBody']>();
  const [stage, setStage] = useState<string>();
  const geometry = useGeometry('plan');
  const close = () => {
    setFresh(undefined);
    navigate('/plan');
  };
  useEffect(() => {
    const key = (e: KeyboardEvent) =>
      e.key === 'Escape' &&
      !(e.target instanceof HTMLElement && e.target.closest('.panel')) &&
      !isForSomethingInside(e) &&
      close();
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
  const notices = plan.data?.notices ?? [];
  const live = notices.filter((n) => n.notice.state === 'live').length;
  const chosen = notices.find((n) => n.id === id);
  return (
    <>
      <Route
        title="Plan"
        subtitle={plan.data ? `${live} live, ${notices.length - live} paused` : ' '}
        geometry={geometry}
        chosen={stage}
        onChoose={setStage}
      />
      <div className="work stacked">
        <main className="main">
          {plan.isError ? (
            <Failed error={plan.error} again={() => plan.refetch()} />
          ) : (
            <div className="plan">
              {LINE.map((s) => (
                <div key={s} className="thread" style={{ left: x(geometry, s) - 1 }} />
              ))}
              {CHANNELS.map(({ code: channel }) => {
                const hung = hang(
                  notices.filter((n) => !stage || n.notice.stage === stage),
                  channel,
                );
                const sent = notices.reduce((sum, n) => sum + (n.sent[channel]?.count ?? 0), 0);
                return (
                  <section
                    key={channel}
                    className="band"
                    style={{ height: bandHeight(hung) }}
                    aria-label={channelLabel(channel)}
                  >
                    <div className="name">
                      {channelLabel(channel)}
                      <small>{plan.data ? `about ${Math.round(sent / 30)} a day` : ' '}</small>
                    </div>
                    {hung.map((h) => (
                      <Pennant
                        key={h.view.id}
                        view={h.view}
                        channel={channel}
                        row={h.row}
                        geometry={geometry}
                        chosen={h.view.id === id}
                        onOpen={() => {
                          setFresh(undefined);
                          navigate(`/plan/${h.view.id}`);
                        }}
                      />
                    ))}
                    {plan.data &&
                      LINE.filter(
                        (s) =>
                          (!stage || stage === s) &&
                          !hung.some((h) => x(geometry, h.view.notice.stage ?? '') === x(geometry, s)),
                      ).map((s) => (
                        <button
                          key={s}
                          type="button"
                          className="add"
                          style={{ left: x(geometry, s), top: 46 }}
                          aria-label={`Add a notice: ${stageWords(s)}, ${channelLabel(channel)}`}
                          onClick={() => {
                            navigate('/plan');
                            setFresh(blank(s, channel));
                          }}
                        >
                          +
                        </button>
                      ))}
                  </section>
                );
              })}
            </div>
          )}
        </main>
        {fresh && plan.data ? (
          <NoticePanel key={`new/${fresh.stage}/${fresh.channels?.[0]}`} notice={fresh} onClose={close} />
        ) : chosen && plan.data ? (
          <NoticePanel
            key={chosen.id}
            id={chosen.id}
            notice={chosen.notice}
            version={chosen.version}
            audience={chosen.audience}
            onClose={close}
          />
        ) : (
          <aside className="panel" aria-label="Notice">
            <div className="empty">
              <h2>Choose a notice</h2>
              <p>Or press + at a stop to add one.</p>
            </div>
          </aside>
        )}
      </div>
    </>
  );
}

const WIDEST_PENNANT = 122;

/** As wide as fits between two stops. */
function pennantWidth(geometry: Geometry) {
  const width = Math.min(WIDEST_PENNANT, (geometry.to - geometry.from) / (LINE.length - 1) - 4);
  return { width, marginLeft: -width / 2 };
}

function Pennant({
  view,
  channel,
  row,
  geometry,
  chosen,
  onOpen,
}: {
  view: Schemas['NoticeView'];
  channel: string;
  row: number;
  geometry: Geometry;
  chosen: boolean;
  onOpen: () => void;
}) {
  const n = view.notice;
  const sent = view.sent[channel];
  const after = turn(n, channel, channelLabel);
  const long = (sent?.segments ?? 1) > 1;
  return (
    <div
      className={`pennant ${n.state} ${chosen ? 'chosen' : ''}`}
      style={{ left: x(geometry, n.stage ?? 'ordered'), top: top(row), ...pennantWidth(geometry) }}
    >
      <button type="button" className="cloth" aria-current={chosen || undefined} onClick={onOpen}>
        <b title={n.name ?? undefined}>{n.name}</b>
        <span className="l">{after ?? whenShort(n)}</span>
        <span className="l soft" title={view.audience}>
          {view.audience}
        </span>
        <span className="n">
          <span>{perDay(sent?.count ?? 0)}</span>
          {n.state === 'paused' ? (
            <span className="mark v">paused</span>
          ) : long ? (
            <span className="mark bad">{sent!.segments} parts</span>
          ) : null}
        </span>
      </button>
    </div>
  );
}
