import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useDeferredValue, useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { counted, money, when } from '../words';
import { answerMark, timeLeft } from './replies';

type Props = { reply: Schemas['WaitingReply']; now: string };

/** What was written back, and the place to write more. What is typed stays when sending fails. */
export function ReplyAnswer({ reply, now }: Props) {
  const [text, setText] = useState<string>();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const queries = useQueryClient();
  const asked = useDeferredValue(text ?? '');
  const length = useQuery({
    queryKey: keys.answerLength(reply.id, asked),
    queryFn: () => api.measureAnswer(reply.id, asked),
    enabled: asked.trim() !== '',
    placeholderData: (old) => old,
    retry: false,
  });
  const left = reply.answerUntil ? timeLeft(reply.answerUntil, now) : undefined;
  const channel = channelLabel(reply.channel);
  const send = async () => {
    if (busy || !text?.trim()) return;
    setBusy(true);
    try {
      await api.answerReply(reply.id, text);
      setText(undefined);
      setFault(undefined);
    } catch (e) {
      setFault((e as Error).message);
    } finally {
      setBusy(false);
      await queries.invalidateQueries({ queryKey: ['answers'] });
    }
  };
  return (
    <>
      {reply.answers.map((a) => (
        <p key={a.at + a.text} className="words answer">
          <span className={`mark ${answerMark(a.state)}`}>{a.state}</span> {a.text}
          <span className="soft">
            {' '}
            · {a.by}, {when(a.at, now)}
            {a.state !== 'sent' && a.said ? ` · ${a.said}` : ''}
          </span>
        </p>
      ))}
      {left === '' ? (
        <p className="soft">
          The time to write back by {channel} has run out: it ends 24 hours after the customer’s last message. Call the
          customer, or write an e-mail.
        </p>
      ) : text === undefined ? (
        <Button size="small" aria-label={`Answer: reply from ${reply.sender}`} onClick={() => setText('')}>
          Answer
        </Button>
      ) : (
        <>
          <Input.TextArea
            autoFocus
            autoSize={{ minRows: 2, maxRows: 10 }}
            aria-label={`Your answer to ${reply.sender}`}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && e.ctrlKey) send();
              if (e.key === 'Escape' && !text) setText(undefined);
            }}
          />
          {fault && (
            <div className="wrong" role="alert">
              {fault}
            </div>
          )}
          <div className="actions">
            <Button
              size="small"
              type="primary"
              loading={busy}
              disabled={!text.trim()}
              onClick={send}
              title="Ctrl+Enter"
            >
              Send by {channel}
            </Button>
            <Button size="small" onClick={() => setText(undefined)}>
              Discard
            </Button>
            <span className="soft">
              {[
                length.data?.segments ? counted(length.data.segments, 'segment') : '',
                length.data?.cost ? money(length.data.cost.amount, length.data.cost.currency) : '',
                left,
              ]
                .filter(Boolean)
                .join(' · ')}
            </span>
          </div>
        </>
      )}
      {text === undefined && left && <span className="soft"> {left}</span>}
    </>
  );
}
