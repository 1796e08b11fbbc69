import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { api, keys } from '../api/client';
import { channelLabel } from '../channels';
import { Failed } from '../shell/Failed';
import { when } from '../words';

type Props = { now: string; onOpen: (shop: string, number: string) => void };

/** What customers wrote that no rule can read. */
export function ReplyInbox({ now, onOpen }: Props) {
  const inbox = useQuery({ queryKey: keys.replies, queryFn: api.replies });
  const queries = useQueryClient();
  const { message } = App.useApp();
  if (inbox.isError && !inbox.data) return <Failed error={inbox.error} again={() => inbox.refetch()} />;
  if (!inbox.data) return <div className="empty">Loading replies …</div>;
  const { replies, waiting } = inbox.data;
  if (replies.length === 0)
    return (
      <div className="empty">
        <h2>Nothing needs a person</h2>
        <p>Replies by SMS and chat that aren’t a plain answer wait here.</p>
      </div>
    );
  const done = async (id: number) => {
    try {
      await api.replyDone(id);
      message.success('Marked as done');
    } catch (e) {
      message.error((e as Error).message, 6);
    }
    await queries.invalidateQueries({ queryKey: ['answers'] });
  };
  return (
    <ol className="inbox" aria-label="Replies that need a person">
      {replies.map((r) => (
        <li key={r.id} className="box">
          <p className="soft">
            {channelLabel(r.channel)} from <span className="mono">{r.sender}</span> · {when(r.receivedAt, now)}
          </p>
          <p className="words">{r.text || <i className="soft">an empty message</i>}</p>
          <div className="actions">
            {r.shop && r.number ? (
              <Button size="small" onClick={() => onOpen(r.shop!, r.number!)}>
                Open order {r.number}
              </Button>
            ) : (
              <span className="soft">No order has this address.</span>
            )}
            <Button size="small" aria-label={`Done: reply from ${r.sender}`} onClick={() => done(r.id)}>
              Done
            </Button>
          </div>
        </li>
      ))}
      {waiting > replies.length && <li className="soft">{waiting - replies.length} more wait.</li>}
    </ol>
  );
}
