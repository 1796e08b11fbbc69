import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel, channelOf } from '../channels';
import { path } from '../wording/place';

/** What the notice says to a real order, made by the code that sends. */
export function Preview({ id, notice }: { id?: string; notice: Schemas['NoticeBody'] }) {
  const channels = notice.channels ?? [];
  const [wanted, setWanted] = useState<string>();
  const [device, setDevice] = useState('phone');
  const channel = wanted && channels.includes(wanted) ? wanted : channels[0];
  const deferred = useDeferredValue(notice);
  const request = { id, notice: { ...deferred, name: deferred.name || 'New notice' }, channel: channel ?? '' };
  const shown = useQuery({
    queryKey: keys.preview(request),
    queryFn: () => api.preview(request),
    enabled: !!channel,
    placeholderData: (old) => old,
    retry: false,
  });
  if (!channel) return null;
  const s = shown.data;
  const look = channelOf(channel)?.preview;
  return (
    <div className="mt12">
      <div className="flex spread gap8 wrap">
        <Segmented
          size="small"
          aria-label="Channel shown"
          value={channel}
          onChange={(v) => setWanted(String(v))}
          options={channels.map((c) => ({ value: c, label: channelLabel(c) }))}
        />
        {id ? (
          <Link className="link" to={path({ notice: id, channel })}>
            Edit wording
          </Link>
        ) : (
          <span className="soft">Starter text. Edit it after saving</span>
        )}
        {look && look.devices.length > 0 && (
          <Segmented
            size="small"
            aria-label="View"
            value={device}
            onChange={(v) => setDevice(String(v))}
            options={[{ value: 'phone', label: 'Phone' }, ...look.devices]}
          />
        )}
      </div>
      {shown.isError ? (
        <div className="box">
          <span className="mark bad">!</span> {shown.error.message}
        </div>
      ) : (
        s && (
          <>
            {s.errors.map((f) => (
              <div key={`${f.line}-${f.column}-${f.message}`} className="box">
                <span className="mark bad">
                  line {f.line}, column {f.column}
                </span>{' '}
                {f.message}
              </div>
            ))}
            {s.held && (
              <div className="box">
                <span className="mark bad">held</span> {s.held}
              </div>
            )}
            {s.message && look?.Notes && <look.Notes message={s.message} details={s.details} />}
            {s.message && (
              <>
                <div className="soft mt6">
                  {s.order?.sample ? (
                    'With a sample order'
                  ) : (
                    <>
                      With order <span className="mono">{s.order?.number}</span>
                    </>
                  )}
                </div>
                {look && <look.Message device={device} message={s.message} details={s.details} />}
              </>
            )}
          </>
        )
      )}
    </div>
  );
}
