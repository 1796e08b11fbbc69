import { useQueryClient } from '@tanstack/react-query';
import { App, Button, Dropdown } from 'antd';
import type { ReactNode } from 'react';
import { api, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { useCan } from '../people/rights';
import { MailFrame } from '../shell/MailFrame';
import { counted, money, when } from '../words';
import { eventWords, isTrouble, statusLook, statusWords } from './messages';

type Props = { shown: Schemas['ShownMessage']; now: string; children?: ReactNode };

/** One message: what became of it, what can be done, all that happened, and what it looked like. */
export function MessageDetail({ shown, now, children }: Props) {
  const m = shown.message;
  return (
    <>
      <div className="box">
        <dl className="facts">
          <dt>Status</dt>
          <dd>
            <span className={`mark ${statusLook(m.status)}`}>{statusWords(m.status)}</span> {m.reason}
          </dd>
          <dt>Channel</dt>
          <dd>
            {channelLabel(m.channel)}
            {m.to && (
              <>
                {' to '}
                <span className="mono">{m.to}</span>
              </>
            )}
            {m.trial && ', to the team on trial'}
            {m.copy && ', a copy for the team'}
          </dd>
          <dt>{m.sentAt ? 'Sent' : 'Due'}</dt>
          <dd>{when(m.sentAt ?? m.dueAt, now)}</dd>
          {m.segments != null && (
            <>
              <dt>Length</dt>
              <dd>
                {counted(m.segments, 'segment')}
                {m.cost ? `, ${money(m.cost.amount, m.cost.currency)}` : ''}
              </dd>
            </>
          )}
        </dl>
        <Actions shown={shown} />
      </div>
      {children}
      {shown.history.length > 0 && (
        <ol className="happened" aria-label="What happened to it">
          {shown.history.map((e, i) => (
            <li key={i}>
              <span className="mono">{when(e.at, now)}</span>{' '}
              <span className={isTrouble(e) ? 'wrong' : ''}>{eventWords(e)}</span>
              {e.said && <small>{e.said}</small>}
            </li>
          ))}
        </ol>
      )}
      {m.text ? (
        <AsSent shown={shown} />
      ) : (
        <p className="box">
          {m.sentAt
            ? 'The text is no longer kept.'
            : 'Not sent. The text is made when the message is sent, with the data of that moment.'}
        </p>
      )}
    </>
  );
}

function Actions({ shown }: { shown: Schemas['ShownMessage'] }) {
  const queries = useQueryClient();
  const { message: toast } = App.useApp();
  const { id, status, channel, sentAt } = shown.message;
  const act = async (as: string, other?: string) => {
    try {
      await api.act(id, { as, channel: other });
      await queries.invalidateQueries();
    } catch (e) {
      toast.error((e as Error).message, 6);
    }
  };
  const may = useCan('work');
  const can = (as: string) => may && shown.actions.includes(as);
  return (
    <div className="actions">
      {can('delivered') && (
        <Button size="small" onClick={() => act('delivered')}>
          It was delivered
        </Button>
      )}
      {can('again') && (
        <Button size="small" danger={status === 'unsure'} onClick={() => act('again')}>
          {sentAt || status === 'unsure' || status === 'failed' ? 'Send again' : 'Send now'}
        </Button>
      )}
      {can('channel') && (
        <Dropdown
          trigger={['click']}
          menu={{
            items: shown.channels.map((c) => ({ key: c, label: channelLabel(c) })),
            onClick: ({ key }) => act('channel', key),
          }}
        >
          <Button size="small">Send by another channel</Button>
        </Dropdown>
      )}
      {can('cancelled') && (
        <Button size="small" onClick={() => act('cancelled')}>
          {status === 'unsure' ? 'Leave it' : 'Take back'}
        </Button>
      )}
      {channel === 'email' && shown.html && (
        <Button size="small" href={`/ui/messages/${encodeURIComponent(id)}/mail.eml`} download>
          Save as .eml
        </Button>
      )}
    </div>
  );
}

function AsSent({ shown }: { shown: Schemas['ShownMessage'] }) {
  const m = shown.message;
  return (
    <div className="preview">
      <div className="head">
        <span>As sent</span>
        <span>{m.subject}</span>
      </div>
      {shown.html ? <MailFrame html={shown.html} title="The mail as sent" /> : <div className="text">{m.text}</div>}
      {!shown.html && shown.buttons.length > 0 && (
        <div className="text pt0">
          {shown.buttons.map((b) => (
            <span key={b} className="mark v mr6">
              {b}
            </span>
          ))}
        </div>
      )}
    </div>
  );
}
