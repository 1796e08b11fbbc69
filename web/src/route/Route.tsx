import { useQuery } from '@tanstack/react-query';
import { api, keys } from '../api/client';
import { stageWords } from '../words';
import { type Geometry, LINE, SIDE, x } from './geometry';
import { Placed } from './Placed';

const SHORT: Record<string, string> = { 'out-for-delivery': 'Out', 'in-transit': 'Transit' };
/** Shorter on the branch, where several stand side by side. */
const SIDE_SHORT: Record<string, string> = { attempted: 'Attempted' };
const CROWDED = 5;
/** Pixels for the ring, the count and the gap of a stop beside the line, and for a letter of its name. */
const SIDE_ROOM = 48;
const LETTER = 6.1;
/** Half the widths of the names left and right of the branch, in pixels. */
const NARROW_NAMES = [19, 10];
const WIDE_NAMES = [28, 47];
const WARN = ['attempted', 'delayed', 'returning'];

type Props = {
  title: string;
  subtitle: string;
  geometry: Geometry;
  slim?: boolean;
  chosen?: string;
  onChoose?: (stage: string | undefined) => void;
  /** What stands at each stop, where it isn’t orders; null while that isn’t known. */
  counts?: Map<string, number> | null;
};

/**
 * The stages drawn once: a line with stops, and a short branch for those beside it. Choosing a stop narrows the place;
 * choosing it again widens it.
 */
export function Route({ title, subtitle, geometry, slim, chosen, onChoose, counts: own }: Props) {
  const { data } = useQuery({ queryKey: keys.route, queryFn: api.route, enabled: own === undefined });
  const ofOrders = own === undefined ? data : undefined;
  const counts = own ?? new Map(ofOrders?.map((s) => [s.stage, s.orders]));
  const known = !!own || !!ofOrders;
  const narrow = geometry.to - geometry.from < 450;
  // In the middle between two names, so that it goes through neither.
  const [left, right] = narrow ? NARROW_NAMES : WIDE_NAMES;
  const gap = x(geometry, 'out-for-delivery') - x(geometry, 'in-transit');
  const branchX = x(geometry, 'in-transit') + (gap + left - right) / 2;
  // Where the line is short there is room for the four that need a look; the others are found by the filter.
  const beside = SIDE.filter(
    (s) =>
      (!narrow && (counts.get(s) ?? 0) > 0) ||
      chosen === s ||
      ['attempted', 'ready-for-collection', 'delayed', 'returning'].includes(s),
  );
  const sideLabel = (stage: string) =>
    beside.length > CROWDED && stage === 'ready-for-collection'
      ? 'Collection'
      : (SIDE_SHORT[stage] ?? stageWords(stage));
  const sideWidth = (stage: string) => SIDE_ROOM + sideLabel(stage).length * LETTER;
  const sidesWidth = beside.reduce((sum, stage) => sum + sideWidth(stage), 0);
  // Right of the branch where there is room, else as far left as they need.
  const sidesX = Math.max(16, Math.min(branchX + 28, window.innerWidth - sidesWidth - 8));
  const turnsLeft = sidesX < branchX;
  let sideX = sidesX;
  const choose = (stage: string) => onChoose?.(chosen === stage ? undefined : stage);
  return (
    <header className={`route ${slim ? 'slim' : ''}`}>
      <div className="title">
        <h1>{title}</h1>
        <p>{subtitle}</p>
      </div>
      <Placed className="track" left={geometry.from} width={geometry.to - geometry.from} />
      <Placed
        className={`branch ${turnsLeft ? 'straight' : ''}`}
        left={branchX}
        width={turnsLeft ? 0 : sidesX - branchX - 4}
      />
      {LINE.map((stage) => (
        <button
          key={stage}
          type="button"
          className={`plain stop ${narrow ? 'narrow' : ''} ${chosen === stage ? 'chosen' : ''}`}
          style={{ left: x(geometry, stage), width: narrow ? 64 : 104, marginLeft: narrow ? -32 : -52 }}
          aria-pressed={chosen === stage}
          onClick={() => choose(stage)}
          title={stage === 'delivered' ? 'In the last 24 hours' : undefined}
        >
          <span className="count">{known ? (counts.get(stage) ?? 0) : ' '}</span>
          <span className="ring" />
          <span className="name">{narrow ? (SHORT[stage] ?? stageWords(stage)) : stageWords(stage)}</span>
        </button>
      ))}
      {beside.map((stage) => {
        const left = sideX;
        sideX += sideWidth(stage);
        return (
          <button
            key={stage}
            type="button"
            className={`plain side ${chosen === stage ? 'chosen' : ''} ${WARN.includes(stage) && (counts.get(stage) ?? 0) > 0 ? 'warn' : ''}`}
            style={{ left }}
            title={stageWords(stage)}
            aria-pressed={chosen === stage}
            onClick={() => choose(stage)}
          >
            <span className="ring" />
            <span>{sideLabel(stage)}</span>
            <span className="count">{known ? (counts.get(stage) ?? 0) : ' '}</span>
          </button>
        );
      })}
    </header>
  );
}
