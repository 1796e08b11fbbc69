import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { CHANNELS, channelLabel } from '../channels';
import { type Geometry, LINE, PARCEL_STAGES, x } from '../route/geometry';
import { Route } from '../route/Route';
import { useGeometry } from '../route/useGeometry';
import { isForSomethingInside } from '../shell/escape';
import { Failed } from '../shell/Failed';
import { stageWords } from '../words';
import { EVERYONE } from './audience/audience';
import { Checks } from './Checks';
import { byNotice } from './checks';
import { ImportPlan } from './ImportPlan';
import { bandHeight, hang, PENNANT_HEIGHT, rowsAt, top } from './layout';
import { planWords } from './life';
import { NoticePanel } from './NoticePanel';
import { Pennant } from './Pennant';
import { SideBand } from './SideBand';
import { StarterPlans } from './StarterPlans';

/** A notice nobody has kept yet. */
function blank(stage: string, channel: string): Schemas['NoticeBody'] {
  return {
    name: '',
    stage,
    after: 'PT0S',
    audience: EVERYONE,
    channels: [channel],
    rule: 'first-that-works',
    per: PARCEL_STAGES.includes(stage) ? 'parcel' : 'order',
    ageLimit: 'PT48H',
    state: 'draft',
    buttons: [],
  };
}

/** The place Plan: the route with the notices as pennants at their stops, a band for each channel. */
export default function PlanPlace() {
  const plan = useQuery({ queryKey: keys.plan, queryFn: api.plan });
  const route = useQuery({ queryKey: keys.route, queryFn: api.route });
  const checks = useQuery({ queryKey: keys.planChecks, queryFn: api.planChecks, refetchInterval: 60_000 });
  const findings = byNotice(checks.data ?? []);
  const counts = new Map(route.data?.map((s) => [s.stage, s.orders]));
  const { id } = useParams();
  const navigate = useNavigate();
  const [fresh, setFresh] = useState<Schemas['NoticeBody']>();
  const [stage, setStage] = useState<string>();
  const [importing, setImporting] = useState(false);
  const geometry = useGeometry('plan');
  const close = () => {
    setFresh(undefined);
    setImporting(false);
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
  const chosen = notices.find((n) => n.id === id);
  const shown = notices.filter((n) => !stage || n.notice.stage === stage);
  const open = (wanted: string) => {
    setFresh(undefined);
    setImporting(false);
    navigate(`/plan/${wanted}`);
  };
  const add = (at: string, channel: string) => {
    setImporting(false);
    navigate('/plan');
    setFresh(blank(at, channel));
  };
  return (
    <>
      <Route
        title="Plan"
        subtitle={plan.data ? planWords(notices.map((n) => n.notice)) : ' '}
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
                const hung = hang(shown, channel);
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
                      <small>{plan.data ? `about ${Math.round(sent / 30)} sent a day` : ' '}</small>
                    </div>
                    {hung.map((h) => (
                      <Pennant
                        key={h.view.id}
                        view={h.view}
                        channel={channel}
                        chosen={h.view.id === id}
                        findings={findings.get(h.view.id)}
                        style={{
                          left: x(geometry, h.view.notice.stage ?? ''),
                          top: top(h.row),
                          ...pennantWidth(geometry),
                        }}
                        onOpen={() => open(h.view.id)}
                      />
                    ))}
                    {plan.data &&
                      LINE.filter((s) => !stage || stage === s).map((s) => (
                        <AddButton
                          key={s}
                          stage={s}
                          channel={channel}
                          rows={rowsAt(hung, s)}
                          geometry={geometry}
                          onAdd={() => add(s, channel)}
                        />
                      ))}
                  </section>
                );
              })}
              {plan.data && (
                <SideBand
                  notices={shown}
                  counts={counts}
                  stage={stage}
                  chosen={id}
                  onOpen={open}
                  onAdd={(s) => add(s, CHANNELS[0].code)}
                />
              )}
            </div>
          )}
        </main>
        {fresh && plan.data ? (
          <NoticePanel
            key={`new/${fresh.stage}/${fresh.channels?.[0]}`}
            notice={fresh}
            onClose={close}
            onCreated={open}
          />
        ) : chosen && plan.data ? (
          <NoticePanel
            key={chosen.id}
            id={chosen.id}
            notice={chosen.notice}
            version={chosen.version}
            audience={chosen.audience}
            sent={chosen.sent}
            onClose={close}
            onCreated={open}
          />
        ) : importing ? (
          <ImportPlan onClose={close} />
        ) : (
          <aside className="panel" aria-label="Notice">
            <div className="empty">
              <h2>{plan.data && notices.length === 0 ? 'No notices yet' : 'Choose a notice'}</h2>
              <p>
                {notices.length === 0
                  ? 'Press + at a stop to add one, or start with a plan.'
                  : 'Or press + at a stop to add one.'}
              </p>
              {notices.length > 0 && (
                <p>
                  <Link className="link" to="/rehearsals">
                    Rehearse the plan
                  </Link>{' '}
                  on past orders, before it speaks to customers.
                </p>
              )}
            </div>
            {plan.data && notices.length === 0 && <StarterPlans />}
            {checks.data && notices.length > 0 && (
              <Checks findings={checks.data} names={new Map(notices.map((n) => [n.id, n.notice.name]))} />
            )}
            {plan.data && (
              <div className="actions">
                {notices.length > 0 && <Button href="/ui/plan/file">Export plan</Button>}
                <Button onClick={() => setImporting(true)}>Import a plan</Button>
              </div>
            )}
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

type AddProps = { stage: string; channel: string; rows: number; geometry: Geometry; onAdd: () => void };

/** In the middle of an empty stop; small, at the corner of the last pennant, where something hangs already. */
function AddButton({ stage, channel, rows, geometry, onAdd }: AddProps) {
  const at = x(geometry, stage);
  const corner = { left: at + pennantWidth(geometry).width / 2 - 6, top: top(rows - 1) + PENNANT_HEIGHT - 24 };
  return (
    <button
      type="button"
      className={`add ${rows > 0 ? 'small' : ''}`}
      style={rows > 0 ? corner : { left: at, top: 46 }}
      aria-label={`${rows > 0 ? 'Add another notice' : 'Add a notice'}: ${stageWords(stage)}, ${channelLabel(channel)}`}
      onClick={onAdd}
    >
      +
    </button>
  );
}
