import { useQuery } from '@tanstack/react-query';
import { Button, Popconfirm } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { ContactForm } from '../messages/ContactForm';
import { MessageDetail } from '../messages/MessageDetail';
import { Locked, Only } from '../people/rights';
import { Failed } from '../shell/Failed';
import { money, stageWords, when } from '../words';
import { AnswerCorrection } from './AnswerCorrection';
import { CustomerErasure } from './CustomerErasure';
import { HoldOrder, OnHold } from './OrderHold';
import { OutcomeBox } from './OutcomeBox';
import { Parcels } from './Parcels';
import { Returns } from './Returns';
import { useDone } from './useDone';

type Props = { shop: string; number: string; now: string; choices?: Schemas['Choices']; onClose: () => void };

/** One order's story, and what comes next or not. */
export function OrderPanel({ shop, number, now, choices, onClose }: Props) {
  const order = useQuery({ queryKey: keys.order(shop, number), queryFn: () => api.order(shop, number) });
  const [view, setView] = useState<'story' | 'next'>('story');
  const [message, setMessage] = useState<string>();
  const [erasing, setErasing] = useState(false);
  if (order.isError)
    return (
      <aside className="panel" aria-label="Order">
        <Failed error={order.error} again={() => order.refetch()} />
      </aside>
    );
  if (!order.data)
    return (
      <aside className="panel" aria-label="Order">
        <div className="empty">Loading the timeline …</div>
      </aside>
    );
  const o = order.data.order;
  const contact = [o.customer?.email, o.customer?.phone].filter(Boolean);
  return (
    <aside className="panel" aria-label={`Order ${o.number}`}>
      <h2>
        <span>
          <span className="mono fs16">{o.number}</span> · {o.customer?.name ?? 'no name'}
        </span>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </h2>
      <p className="under">
        {[o.shipTo?.city, o.shipTo?.country].filter(Boolean).join(' ')}
        {o.shipTo ? ' · ' : ''}
        {o.payment === 'cash-on-delivery' ? 'cash on delivery' : 'prepaid'}
        {o.total ? ` · ${money(o.total, o.currency)}` : ''} · {o.shop}
        <br />
        {contact.length > 0 ? (
          contact.join(' · ')
        ) : (
          <span className="mark bad">no e-mail address, no phone number</span>
        )}
      </p>
      <p className="links">
        {o.customer && (
          <Link className="link" to={`/customers/${encodeURIComponent(o.shop)}/${encodeURIComponent(o.number)}`}>
            All about this customer
          </Link>
        )}
        {o.trackingPage && (
          <a className="link" href={o.trackingPage} target="_blank" rel="noreferrer">
            Customer’s tracking page
          </a>
        )}
      </p>
      <p className="flex gap6 wrap">
        <span className="mark v">{stageWords(o.stage)}</span>
        {o.parcels.length > 1 && <span className="mark v">{o.parcels.length} parcels</span>}
        {o.answers.some((a) => a.refuses) && !['cancelled', 'refunded'].includes(o.stage) && (
          <span className="mark bad">the customer asked to cancel</span>
        )}
        {o.tags.map((t) => (
          <span key={t} className={`mark ${t.startsWith('cancel') ? 'bad' : 'ok'}`}>
            {t}
          </span>
        ))}
      </p>
      <Locked need="work">
        <OnHold order={o} />
        {!message && view === 'story' && <Parcels order={o} choices={choices} />}
        {!message && view === 'story' && <Returns order={o} />}
      </Locked>
      {message ? (
        <Message id={message} now={now} onBack={() => setMessage(undefined)} />
      ) : view === 'next' ? (
        <Outcomes shop={shop} number={number} now={now} />
      ) : (
        <ol className="story">
          {order.data.story.map((e, i) => (
            <StoryLine key={i} entry={e} now={now} onOpen={e.ref ? () => setMessage(e.ref) : undefined} />
          ))}
        </ol>
      )}
      {!message && view === 'story' && (
        <Only need="work">
          {(o.customer || o.shipTo?.name) && <ContactForm shop={shop} number={number} />}
          <AnswerCorrection shop={shop} number={number} />
        </Only>
      )}
      {!message && (
        <div className="actions">
          <Button
            type={view === 'next' ? 'default' : 'primary'}
            onClick={() => setView(view === 'next' ? 'story' : 'next')}
          >
            {view === 'next' ? 'Back to timeline' : 'Upcoming and skipped messages'}
          </Button>
          {view === 'story' && (
            <Only need="work">
              <HoldOrder order={o} />
              <EndOrder order={o} />
              {(o.customer || o.shipTo?.name) && <Button onClick={() => setErasing(true)}>Erase customer data</Button>}
            </Only>
          )}
        </div>
      )}
      {erasing && <CustomerErasure shop={shop} number={number} onClose={() => setErasing(false)} />}
    </aside>
  );
}

/** Cancels or refunds the order: the plan tells the customer, so it asks first. */
function EndOrder({ order }: { order: Schemas['OrderView'] }) {
  const { mark, busy } = useDone();
  const ends = [
    { stage: 'cancelled', label: 'Cancel order', ask: 'Cancel this order?' },
    { stage: 'refunded', label: 'Mark as refunded', ask: 'Mark this order as refunded?' },
  ];
  // A refunded order is past cancelling.
  const left = order.stage === 'refunded' ? [] : ends.filter((e) => e.stage !== order.stage);
  return left.map((e) => (
    <Popconfirm
      key={e.stage}
      title={e.ask}
      description="Messages that no longer fit aren’t sent, and the customer gets the plan’s message. You can undo it until then."
      okText={e.label}
      cancelText="Back"
      onConfirm={() => mark([{ shop: order.shop, number: order.number }], e.stage)}
    >
      <Button loading={busy}>{e.label}</Button>
    </Popconfirm>
  ));
}

const STATE_CLASS: Record<string, string> = {
  planned: 'planned',
  waiting: 'planned',
  sending: 'planned',
  withheld: 'no',
  cancelled: 'no',
  failed: 'bad',
  unsure: 'bad',
};

function StoryLine({ entry, now, onOpen }: { entry: Schemas['Entry']; now: string; onOpen?: () => void }) {
  const kind =
    entry.kind === 'stage'
      ? entry.state
      : entry.kind === 'message'
        ? `message ${STATE_CLASS[entry.state] ?? ''}`
        : `${entry.kind} ${entry.state}`.trim();
  return (
    <li className={`t ${kind}`}>
      <span className="when">{when(entry.at, now)}</span>
      {onOpen ? (
        <button type="button" className="plain underlined underline-line underline-offset" onClick={onOpen}>
          {entry.title}
        </button>
      ) : (
        entry.title
      )}
      {entry.detail && <small>{entry.detail}</small>}
    </li>
  );
}

function Message({ id, now, onBack }: { id: string; now: string; onBack: () => void }) {
  const shown = useQuery({ queryKey: keys.message(id), queryFn: () => api.message(id) });
  return (
    <div>
      <div className="actions">
        <Button size="small" onClick={onBack}>
          Back to timeline
        </Button>
      </div>
      {shown.isError && <Failed error={shown.error} again={() => shown.refetch()} />}
      {shown.data && <MessageDetail shown={shown.data} now={now} />}
    </div>
  );
}

function Outcomes({ shop, number, now }: { shop: string; number: string; now: string }) {
  const outcomes = useQuery({ queryKey: keys.outcomes(shop, number), queryFn: () => api.outcomes(shop, number) });
  if (outcomes.isError) return <Failed error={outcomes.error} again={() => outcomes.refetch()} />;
  return (
    <div>
      {outcomes.data?.map((v) => (
        <OutcomeBox key={v.notice} title={v.name} name={v.name} outcome={v} now={now} />
      ))}
    </div>
  );
}
