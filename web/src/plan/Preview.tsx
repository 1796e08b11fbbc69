import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { MailFrame } from '../shell/MailFrame';
import { path } from '../wording/place';
import { SmsNotes } from '../wording/SmsNotes';
import { CHANNEL_WORDS } from '../words';

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
    <div style={{ marginTop: 12 }}>
      <div style={{ display: 'flex', justifyContent: 'space-between', gap: 8, flexWrap: 'wrap' }}>
        <Segmented
          size="small"
          aria-label="Channel shown"
          value={channel}
          onChange={(v) => setWanted(String(v))}
          options={channels.map((c) => ({ value: c, label: CHANNEL_WORDS[c] }))}
        />
        {id ? (
          <Link className="link" to={path({ notice: id, channel })}>
            Change the wording
          </Link>
        ) : (
          <span className="soft">a starter; change it once it is saved</span>
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
            {s.faults.map((f) => (
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
            {s.text != null && (
              <div className="preview">
                <div className="head">
                  <span>{s.subject ?? `To order ${s.number}`}</span>
                  <span className="mono">
                    {s.subject ? s.number : ''}
                    {s.sms
                      ? `${s.sms.encoding}, ${s.sms.segments} segment${s.sms.segments === 1 ? '' : 's'}, ${s.sms.unitsLeft} left`
                      : ''}
                  </span>
                </div>
                {s.html && !plain ? <MailFrame html={s.html} title="The mail" /> : <div className="text">{s.text}</div>}
                {channel === 'whatsapp' && (notice.buttons?.length ?? 0) > 0 && (
                  <div className="text" style={{ paddingTop: 0 }}>
                    {notice.buttons!.map((b) => (
                      <span key={b.id} className="mark v" style={{ marginRight: 6 }}>
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
