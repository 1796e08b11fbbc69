import { useQuery } from '@tanstack/react-query';
import { api, keys } from '../api/client';
import { stageWords } from '../words';
import { type Geometry, LINE, SIDE, x } from './geometry';

const SHORT: Record<string, string> = { 'out-for-delivery': 'Out', 'in-transit': 'Transit' };
/** Shorter on the branch, where several stand side by side. */
const SIDE_SHORT: Record<string, string> = { attempted: 'Attempted' };
const CROWDED = 5;
const WARN = ['attempted', 'delayed', 'returning'];

type Props = {
  title: string;
  subtitle: string;
  geometry: Geometry;
  slim?: boolean;
  chosen?: string;
  onChoose?: (stage: string | undefined) => void;
};

/** The stages drawn once: a line with stops, and a short branch for those beside it. Choosing a stop narrows the place; choosing it again widens it. */
export function Route({ title, subtitle, geometry, slim, chosen, onChoose }: Props) {
  const { data } = useQuery({ queryKey: keys.route, queryFn: api.route });
  const counts = new Map(data?.map((s) => [s.stage, s.orders]));
  const narrow = geometry.to - geometry.from < 450;
  const branchX = (x(geometry, 'in-transit') + x(geometry, 'out-for-delivery')) / 2 - 20;
  // Where the line is short there is room for the four that need a look; the others are found by the filter.
  const beside = SIDE.filter(
    (s) =>
      (!narrow && (counts.get(s) ?? 0) > 0) ||
      chosen === s ||
      ['attempted', 'ready-for-collection', 'delayed', 'returning'].includes(s),
  );
  let sideX = branchX + 28;
  const choose = (stage: string) => onChoose?.(chosen === stage ? undefined : stage);
  return (
    <header className={`route ${slim ? 'slim' : ''}`}>
      <div className="title">
        <h1>{title}</h1>
        <p>{subtitle}</p>
      </div>
      <div className="track" style={{ left: geometry.from, width: geometry.to - geometry.from }} />
      <div className="branch" style={{ left: branchX }} />
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
          <span className="count">{data ? (counts.get(stage) ?? 0) : ' '}</span>
          <span className="ring" />
          <span className="name">{narrow ? (SHORT[stage] ?? stageWords(stage)) : stageWords(stage)}</span>
        </button>
      ))}
      {beside.map((stage) => {
        const left = sideX;
        const label =
          beside.length > CROWDED && stage === 'ready-for-collection'
            ? 'Collection'
            : (SIDE_SHORT[stage] ?? stageWords(stage));
        sideX += 48 + label.length * 6.1;
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
            <span>{label}</span>
            <span className="count">{data ? (counts.get(stage) ?? 0) : ' '}</span>
          </button>
        );
      })}
    </header>
  );
}
