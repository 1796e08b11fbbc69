import { useDraggable } from '@dnd-kit/core';
import { CSS } from '@dnd-kit/utilities';
import type { CSSProperties } from 'react';
import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { perDay, whenShort } from '../words';
import { isGrave } from './checks';
import { turn } from './layout';
import { stateMark, stateWords } from './life';
import type { Spot } from './moving';

type Props = {
  view: Schemas['NoticeView'];
  /** Over which it hangs here; absent where one pennant stands for all of them. */
  channel?: string;
  chosen: boolean;
  /** What somebody should look at. */
  findings?: Schemas['PlanFinding'][];
  /** Where it hangs, on the line. */
  style?: CSSProperties;
  onOpen: () => void;
  /** Chosen together with others. */
  selected?: boolean;
  onSelect?: () => void;
  /** Where it hangs, if it can be moved; `onMove` is asked for one of the arrow keys. */
  spot?: Spot;
  onMove?: (arrow: string) => void;
};

const NOT_MOVED = { attributes: {}, listeners: {} };

/** One notice as it hangs at its stop: name, when, to whom, and how much it really sent. */
export function Pennant({ view, channel, chosen, findings, style, onOpen, selected, onSelect, spot, onMove }: Props) {
  const drag = useDraggable({ id: `${view.id}/${channel ?? ''}`, data: { view, spot }, disabled: !spot });
  const { listeners } = spot ? drag : NOT_MOVED;
  const at = drag.transform;
  const n = view.notice;
  const channels = channel ? [channel] : (n.channels ?? []);
  const sent = channels.reduce((sum, c) => sum + (view.sent[c]?.count ?? 0), 0);
  const parts = Math.max(...channels.map((c) => view.sent[c]?.segments ?? 1), 1);
  const after = channel && turn(n, channel, channelLabel);
  return (
    <div
      ref={drag.setNodeRef}
      className={`pennant ${n.state} ${chosen ? 'chosen' : ''} ${selected ? 'selected' : ''} ${at ? 'dragged' : ''}`}
      style={at ? { ...style, transform: CSS.Translate.toString(at) } : style}
    >
      <button
        type="button"
        className="cloth"
        aria-current={chosen || undefined}
        aria-pressed={selected || undefined}
        {...listeners}
        onClick={(e) => (onSelect && (e.shiftKey || e.ctrlKey || e.metaKey) ? onSelect() : onOpen())}
        onKeyDown={(e) => {
          if (onMove && e.altKey && e.key.startsWith('Arrow')) {
            e.preventDefault();
            onMove(e.key);
          }
        }}
      >
        <b title={n.name ?? undefined}>{n.name}</b>
        <span className="l">{after ?? whenShort(n)}</span>
        <span className="l soft" title={channel ? view.audience : undefined}>
          {channel ? view.audience : channels.map((c) => channelLabel(c)).join(', ')}
        </span>
        <span className="n">
          <span title={`${sent} sent in the last 30 days`}>{n.state !== 'live' && sent === 0 ? '' : perDay(sent)}</span>
          {n.state !== 'live' ? (
            <span className={`mark ${stateMark(n.state)}`}>{stateWords(n.state)}</span>
          ) : parts > 1 ? (
            <span className="mark bad">{parts} parts</span>
          ) : findings?.length ? (
            <span
              className={`mark ${findings.some(isGrave) ? 'bad' : 'gold'}`}
              title={findings.map((f) => f.text).join('\n')}
            >
              {findings.some(isGrave) ? 'stops' : 'look'}
            </span>
          ) : null}
        </span>
      </button>
    </div>
  );
}
