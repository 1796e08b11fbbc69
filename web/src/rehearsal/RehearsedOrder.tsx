import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { Failed } from '../shell/Failed';
import { MailFrame } from '../shell/MailFrame';
import { languageWords, money, when } from '../words';

type Props = { id: string; shop: string; number: string; now: string; back: string; beside: string };

/** One order of a rehearsal: what its customer would have been sent, text by text, beside what it is compared with. */
export function RehearsedOrder({ id, shop, number, now, back, beside }: Props) {
  const order = useQuery({
    queryKey: keys.rehearsedOrder(id, shop, number),
    queryFn: () => api.rehearsedOrder(id, shop, number),
    retry: false,
  });
  return (
    <>
      <h2>
        <span>
          Order <Link to={`/orders/${encodeURIComponent(shop)}/${encodeURIComponent(number)}`}>{number}</Link>
        </span>
        <Link to={back} aria-label="Close" className="plain">
          ✕
        </Link>
      </h2>
      {order.isError ? (
        <Failed error={order.error} again={() => order.refetch()} />
      ) : !order.data ? (
        <p className="soft">Loading …</p>
      ) : (
        <>
          <Messages title="In this rehearsal" messages={order.data.after} than={order.data.before} now={now} />
          {order.data.before && (
            <Messages title={beside} messages={order.data.before} than={order.data.after} now={now} />
          )}
        </>
      )}
    </>
  );
}

type MessagesProps = {
  title: string;
  messages: Schemas['RehearsedMessage'][];
  /** What it is compared with. */
  than?: Schemas['RehearsedMessage'][];
  now: string;
};

/** True where the other plan would not have sent the same at the same time. */
function differs(m: Schemas['RehearsedMessage'], than: Schemas['RehearsedMessage'][]): boolean {
  const other = than.find((o) => o.key === m.key);
  return !other || !other.heldFor !== !m.heldFor || other.when.at !== m.when.at || other.text?.text !== m.text?.text;
}

function Messages({ title, messages, than, now }: MessagesProps) {
  return (
    <section aria-label={title}>
      <h3 className="rehearsed">{title}</h3>
      {messages.length === 0 && <p className="soft">No messages.</p>}
      {messages.map((m) => (
        <details key={m.key} className="box" open={messages.length === 1}>
          <summary>
            <span className="mono">{when(m.when.at, now)}</span> {m.notice}, {channelLabel(m.channel)}
            {m.heldFor ? <span className="mark bad">held</span> : <span className="mark ok">sent</span>}
            {than && differs(m, than) && <span className="mark gold">differs</span>}
          </summary>
          {m.heldFor && <p>{m.heldFor}.</p>}
          <p className="soft">
            Reached {when(m.when.happenedAt, now)}
            {m.when.wantedAt !== m.when.happenedAt && ` · due ${when(m.when.wantedAt, now)}`}
            {m.when.at !== m.when.wantedAt && !m.heldFor && ` · moved to ${when(m.when.at, now)}`}
            {m.parcel && ` · parcel ${m.parcel}`}
            {m.text?.language && ` · ${languageWords(m.text.language)}`}
            {m.cost && ` · ${money(String(m.cost.amount), m.cost.currency)}`}
          </p>
          {m.text?.subject && <p className="subject">{m.text.subject}</p>}
          {m.text?.html ? (
            <MailFrame html={m.text.html} title={m.text.subject ?? m.notice} />
          ) : (
            m.text?.text && <p className="said">{m.text.text}</p>
          )}
        </details>
      ))}
    </section>
  );
}
