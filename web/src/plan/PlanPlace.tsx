import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  pointerWithin,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useQuery } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { CHANNELS, channelLabel } from '../channels';
import { type Geometry, LINE, PARCEL_STAGES, x } from '../route/geometry';
import { Placed } from '../route/Placed';
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
import { moved, neighbour, type Spot, spotId, spotOf } from './moving';
import { NoticePanel } from './NoticePanel';
import { Pennant } from './Pennant';
import { SelectedNotices } from './SelectedNotices';
import { SeriesPanel } from './SeriesPanel';
import { ShopMessages } from './ShopMessages';
import { SideBand } from './SideBand';
import { StarterPlans } from './StarterPlans';
import { useNoticeChange } from './useNoticeChange';

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
export default function PlanPlace({ now }: { now: string }) {
  const plan = useQuery({ queryKey: keys.plan, queryFn: api.plan });
  const route = useQuery({ queryKey: keys.route, queryFn: api.route });
  const checks = useQuery({ queryKey: keys.planChecks, queryFn: api.planChecks, refetchInterval: 60_000 });
  const findings = byNotice(checks.data ?? []);
  const counts = new Map(route.data?.map((s) => [s.stage, s.orders]));
  const { id } = useParams();
  const navigate = useNavigate();
  const [fresh, setFresh] = useState<Schemas['NoticeBody']>();
  const [stage, setStage] = useState<string>();
  const [side, setSide] = useState<'import' | 'series'>();
  const [selected, setSelected] = useState<string[]>([]);
  const { modal } = App.useApp();
  const change = useNoticeChange();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const geometry = useGeometry('plan');
  const close = () => {
    setFresh(undefined);
    setSide(undefined);
    setSelected([]);
    navigate('/plan');
  };
  const move = (view: Schemas['NoticeView'], to: Spot | undefined) => {
    const next = to && moved(view.notice, to);
    if (!next) return;
    const where =
      next.stage === view.notice.stage
        ? `also sent by ${channelLabel(to.channel)}`
        : `moved to ${stageWords(to.stage)}`;
    const save = () => change([{ view, next }], `“${view.notice.name}” ${where}`);
    if (view.notice.state !== 'live') return save();
    modal.confirm({
      title: `Change “${view.notice.name}”?`,
      icon: null,
      content: `It’s live. From now on it is ${where}, with the texts it has.`,
      okText: 'Change it',
      cancelText: 'Leave it',
      onOk: save,
    });
  };
  const select = (wanted: string) => {
    setFresh(undefined);
    setSide(undefined);
    navigate('/plan');
    setSelected(selected.includes(wanted) ? selected.filter((s) => s !== wanted) : [...selected, wanted]);
  };
  const dropped = (e: DragEndEvent) => {
    const view = e.active.data.current?.view as Schemas['NoticeView'] | undefined;
    if (view && e.over) move(view, spotOf(String(e.over.id)));
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
    setSelected([]);
    setFresh(undefined);
    setSide(undefined);
    navigate(`/plan/${wanted}`);
  };
  const add = (at: string, channel: string) => {
    setSelected([]);
    setSide(undefined);
    navigate('/plan');
    setFresh(blank(at, channel));
  };
  /** The next notice of a series: a week after the last one, by the same channels. */
  const addStep = ({ id: series, series: body }: Schemas['SeriesView']) => {
    const steps = notices.filter((n) => n.notice.series === series).map((n) => n.notice);
    const days = Math.max(0, ...steps.map((n) => n.days?.count ?? 0));
    setSide(undefined);
    setFresh({
      ...blank(body.stage ?? 'delivered', steps[0]?.channels?.[0] ?? 'email'),
      quietDays: body.quietDays,
      answer: body.answer,
      series,
      days: { count: steps.length === 0 ? 2 : days + 7 },
      per: 'order',
    });
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
            <DndContext sensors={sensors} collisionDetection={pointerWithin} autoScroll={false} onDragEnd={dropped}>
              <div className="plan">
                {LINE.map((s) => (
                  <Placed key={s} className="thread" left={x(geometry, s) - 1} />
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
                      {LINE.map((s) => (
                        <DropSpot key={s} spot={{ stage: s, channel }} geometry={geometry} />
                      ))}
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
                          selected={selected.includes(h.view.id)}
                          onSelect={() => select(h.view.id)}
                          spot={{ stage: h.view.notice.stage ?? '', channel }}
                          onMove={(arrow) =>
                            move(h.view, neighbour({ stage: h.view.notice.stage ?? '', channel }, arrow))
                          }
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
                    onAdd={add}
                    selected={selected}
                    onSelect={select}
                  />
                )}
              </div>
            </DndContext>
          )}
        </main>
        {fresh && plan.data ? (
          <NoticePanel
            now={now}
            key={`new/${fresh.stage}/${fresh.channels?.[0]}`}
            notice={fresh}
            onClose={close}
            onCreated={open}
          />
        ) : chosen && plan.data ? (
          <NoticePanel
            now={now}
            key={chosen.id}
            id={chosen.id}
            notice={chosen.notice}
            version={chosen.version}
            audience={chosen.audience}
            sent={chosen.sent}
            onClose={close}
            onCreated={open}
          />
        ) : selected.length > 0 ? (
          <SelectedNotices views={notices.filter((n) => selected.includes(n.id))} onClear={() => setSelected([])} />
        ) : side === 'import' ? (
          <ImportPlan onClose={close} />
        ) : side === 'series' && plan.data ? (
          <SeriesPanel now={now} notices={notices} onAdd={addStep} onClose={close} />
        ) : (
          <aside className="panel" aria-label="Notice">
            {plan.data && notices.length === 0 ? (
              <>
                <h2>No notices yet</h2>
                <p>Start with one of these plans, or press + at a stop to add a notice.</p>
              </>
            ) : (
              <div className="empty">
                <h2>Choose a notice</h2>
                <p>Or press + at a stop to add one.</p>
                <p>
                  <Link className="link" to="/rehearsals">
                    Rehearse the plan
                  </Link>{' '}
                  on past orders, before it speaks to customers.
                </p>
              </div>
            )}
            {plan.data && notices.length === 0 && <StarterPlans />}
            {checks.data && notices.length > 0 && (
              <Checks findings={checks.data} names={new Map(notices.map((n) => [n.id, n.notice.name]))} />
            )}
            {notices.length > 0 && <ShopMessages />}
            {plan.data && (
              <div className="actions">
                {notices.length > 0 && <Button href="/ui/plan/file">Export plan</Button>}
                <Button onClick={() => setSide('import')}>Import a plan</Button>
                {notices.length > 0 && <Button onClick={() => setSide('series')}>Follow-up series</Button>}
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

/** Where a pennant can be dropped. */
function DropSpot({ spot, geometry }: { spot: Spot; geometry: Geometry }) {
  const { setNodeRef, isOver } = useDroppable({ id: spotId(spot) });
  const gap = (geometry.to - geometry.from) / (LINE.length - 1);
  return (
    <div
      ref={setNodeRef}
      data-spot={spotId(spot)}
      className={`dropspot ${isOver ? 'over' : ''}`}
      style={{ left: x(geometry, spot.stage) - gap / 2, width: gap }}
    />
  );
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
