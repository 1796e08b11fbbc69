import { arrayMove } from '@dnd-kit/sortable';
import { Button, InputNumber, Select } from 'antd';
import { CHANNELS, channelLabel } from '../channels';
import { Sortable, useSortableRow } from '../shell/Sortable';
import { minutes, toDuration } from '../words';
import type { FieldProps } from './NoticeFields';

/** Over which channels it is sent, in which order they are tried, and when the next is. */
export function ChannelFields({ draft, set, wrong }: FieldProps) {
  const channels = draft.channels ?? [];
  const place = (from: number, to: number) =>
    from >= 0 && to >= 0 && to < channels.length && set({ channels: arrayMove(channels, from, to) });
  return (
    <>
      <div className="label">Channels, in order</div>
      <Sortable ids={channels} onMove={place}>
        <ol className="plainlist" aria-label="Channels, in order">
          {channels.map((c, i) => (
            <ChannelRow
              key={c}
              channel={c}
              place={i + 1}
              onMove={(by) => place(i, i + by)}
              onRemove={() => set({ channels: channels.filter((x) => x !== c) })}
            />
          ))}
        </ol>
      </Sortable>
      <div className="flex gap6 wrap">
        {CHANNELS.filter(({ code }) => !channels.includes(code)).map(({ code }) => (
          <Button key={code} size="small" type="dashed" onClick={() => set({ channels: [...channels, code] })}>
            Add {channelLabel(code)}
          </Button>
        ))}
      </div>
      {wrong('channels')}
      {channels.length > 1 && (
        <div className="two">
          <div>
            <label htmlFor="notice-rule">Send by</label>
            <Select
              id="notice-rule"
              className="full"
              value={draft.rule}
              onChange={(rule) => set({ rule })}
              options={[
                { value: 'first-that-works', label: 'the first that works' },
                { value: 'all', label: 'all' },
              ]}
            />
          </div>
          {draft.rule !== 'all' && (
            <div>
              <label htmlFor="notice-fallback">Try the next after (minutes)</label>
              <InputNumber
                id="notice-fallback"
                className="full"
                min={1}
                max={1440}
                value={minutes(draft.fallbackAfter ?? 'PT10M')}
                onChange={(m) => set({ fallbackAfter: toDuration(m ?? 10) })}
              />
              {wrong('fallbackAfter')}
            </div>
          )}
        </div>
      )}
    </>
  );
}

type RowProps = { channel: string; place: number; onMove: (by: number) => void; onRemove: () => void };

function ChannelRow({ channel, place, onMove, onRemove }: RowProps) {
  const { row, handle } = useSortableRow(channel, onMove);
  const name = channelLabel(channel);
  return (
    <li className="channelrow" {...row}>
      <button
        type="button"
        className="handle"
        {...handle}
        aria-label={`Move ${name}. Alt and the arrows move it too`}
        title="Drag, or Alt and the arrows"
      >
        ⋮⋮
      </button>
      <span className="grow">
        {place}. {name}
      </span>
      <Button size="small" type="text" aria-label={`Remove ${name}`} onClick={onRemove}>
        ✕
      </Button>
    </li>
  );
}
