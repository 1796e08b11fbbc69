import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { MailFrame } from '../shell/MailFrame';
import { path } from '../wording/place';
import { SmsNotes } from '../wording/SmsNotes';
import { counted } from '../words';

/** What the notice says to a real order, made by the code that sends. */
export function Preview({ id, notice }: { id?: string; notice: Schemas['NoticeBody'] }) {
  const channels = notice.channels ?? [];
  const [wanted, setWanted] = useState<string>();
  const [plain, setPlain] = useState(false);
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
        {channel === 'email' && (
          <Segmented
            size="small"
            aria-label="Part shown"
            value={plain ? 'plain' : 'mail'}
            onChange={(v) => setPlain(v === 'plain')}
            options={[
              { value: 'mail', label: 'Mail' },
              { value: 'plain', label: 'Plain text' },
            ]}
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
            {s.sms && <SmsNotes sms={s.sms} />}
            {s.message && (
              <div className="preview">
                <div className="head">
                  <span>{s.message.subject ?? `To order ${s.order?.number}`}</span>
                  <span className="mono">
                    {s.message.subject ? s.order?.number : ''}
                    {s.sms
                      ? `${s.sms.length.encoding}, ${counted(s.sms.length.segments, 'segment')}, ${s.sms.length.unitsLeft} left`
                      : ''}
                  </span>
                </div>
                {s.message.html && !plain ? (
                  <MailFrame html={s.message.html} title="The mail" />
                ) : (
                  <div className="text">{s.message.text}</div>
                )}
                {channel === 'whatsapp' && (notice.buttons?.length ?? 0) > 0 && (
                  <div className="text pt0">
                    {notice.buttons!.map((b) => (
                      <span key={b.id} className="mark v mr6">
                        {b.label}
                      </span>
                    ))}
                  </div>
                )}
              </div>
            )}
          </>
        )
      )}
    </div>
  );
}
