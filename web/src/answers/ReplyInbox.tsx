import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Select } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { Locked, Only } from '../people/rights';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { ReplyAnswer } from './ReplyAnswer';

type Props = { now: string; onOpen: (shop: string, number: string) => void };

/** What customers wrote that no rule can read. */
export function ReplyInbox({ now, onOpen }: Props) {
  const inbox = useQuery({ queryKey: keys.replies, queryFn: api.replies });
  if (inbox.isError && !inbox.data) return <Failed error={inbox.error} again={() => inbox.refetch()} />;
  if (!inbox.data) return <div className="empty">Loading replies …</div>;
  const { replies, waiting, people } = inbox.data;
  if (replies.length === 0)
    return (
      <div className="empty">
        <h2>Nothing needs a person</h2>
        <p>Replies by SMS, chat and e-mail that aren’t a plain answer wait here.</p>
      </div>
    );
  return (
    <ol className="inbox" aria-label="Replies that need a person">
      {replies.map((r) => (
        <Waiting key={r.id} reply={r} people={people} now={now} onOpen={onOpen} />
      ))}
      {waiting > replies.length && <li className="soft">{waiting - replies.length} more wait.</li>}
    </ol>
  );
}

type WaitingProps = Props & { reply: Schemas['WaitingReply']; people: string[] };

function Waiting({ reply: r, people, now, onOpen }: WaitingProps) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const run = async (work: () => Promise<void>, done?: string) => {
    try {
      await work();
      if (done) message.success(done);
    } catch (e) {
      message.error((e as Error).message, 6);
    }
    await queries.invalidateQueries({ queryKey: ['answers'] });
  };
  return (
    <li className="box">
      <p className="soft">
        {channelLabel(r.channel)} from <span className="mono">{r.sender}</span> · {when(r.receivedAt, now)}
        {r.assignedTo && (
          <>
            {' · '}
            <span className="mark v">{r.assignedTo}</span>
          </>
        )}
      </p>
      <p className="words">{r.text || <i className="soft">an empty message</i>}</p>
      <Locked need="work">
        <ReplyAnswer reply={r} now={now} />
      </Locked>
      <div className="actions">
        {r.shop && r.number ? (
          <Button size="small" onClick={() => onOpen(r.shop!, r.number!)}>
            Open order {r.number}
          </Button>
        ) : (
          <span className="soft">No order has this address.</span>
        )}
        <Only need="work">
          <Select
            size="small"
            className="w160"
            aria-label={`Who takes care of the reply from ${r.sender}`}
            placeholder="Assign to"
            allowClear
            value={r.assignedTo ?? undefined}
            onChange={(name?: string) => run(() => api.assignReply(r.id, name))}
            options={people.map((p) => ({ value: p, label: p }))}
          />
          <Button
            size="small"
            aria-label={`Done: reply from ${r.sender}`}
            onClick={() => run(() => api.replyDone(r.id), 'Marked as done')}
          >
            Done
          </Button>
        </Only>
      </div>
    </li>
  );
}
