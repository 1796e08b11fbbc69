import { Dropdown } from 'antd';
import type { Schemas } from '../api/client';
import { CHANNELS, channelLabel } from '../channels';
import { SIDE } from '../route/geometry';
import { stageWords } from '../words';
import { Pennant } from './Pennant';

type Props = {
  notices: Schemas['NoticeView'][];
  /** Orders at each stage now. */
  counts: Map<string, number>;
  /** The stop the place is narrowed to. */
  stage: string | undefined;
  chosen: string | undefined;
  onOpen: (id: string) => void;
  onAdd: (stage: string, channel: string) => void;
  selected?: string[];
  onSelect?: (id: string) => void;
};

/** The stops beside the line, each with its own notices, whatever channels they go over. */
export function SideBand({ notices, counts, stage, chosen, onOpen, onAdd, selected, onSelect }: Props) {
  const stops = stage ? SIDE.filter((s) => s === stage) : SIDE;
  if (stops.length === 0) return null;
  return (
    <section className="band beside" aria-label="Beside the line">
      <div className="name">
        Beside the line
        <small>all channels</small>
      </div>
      <div className="sidestops">
        {stops.map((s) => (
          <div key={s} className="sidestop">
            <div className="head">
              <span className="ring" />
              <span>
                {stageWords(s)} <b>{counts.get(s) ?? ''}</b>
              </span>
            </div>
            {notices
              .filter((n) => n.notice.stage === s)
              .map((n) => (
                <Pennant
                  key={n.id}
                  view={n}
                  chosen={n.id === chosen}
                  onOpen={() => onOpen(n.id)}
                  selected={selected?.includes(n.id)}
                  onSelect={onSelect && (() => onSelect(n.id))}
                />
              ))}
            <Dropdown
              trigger={['click']}
              menu={{
                items: CHANNELS.map(({ code }) => ({ key: code, label: channelLabel(code) })),
                onClick: ({ key }) => onAdd(s, key),
              }}
            >
              <button type="button" className="add" aria-label={`Add a notice: ${stageWords(s)}`}>
                +
              </button>
            </Dropdown>
          </div>
        ))}
      </div>
    </section>
  );
}
