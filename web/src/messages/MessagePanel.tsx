import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, keys } from '../api/client';
import { Only } from '../people/rights';
import { Failed } from '../shell/Failed';
import { stageWords } from '../words';
import { ContactForm } from './ContactForm';
import { MessageDetail } from './MessageDetail';

/** One message beside the list, with the way to its order. */
export function MessagePanel({ id, now, onClose }: { id: string; now: string; onClose: () => void }) {
  const shown = useQuery({ queryKey: keys.message(id), queryFn: () => api.message(id) });
  const m = shown.data?.message;
  if (shown.isError)
    return (
      <aside className="panel" aria-label="Message">
        <Failed error={shown.error} again={() => shown.refetch()} />
      </aside>
    );
  if (!m || !shown.data)
    return (
      <aside className="panel" aria-label="Message">
        <div className="empty">Loading the message …</div>
      </aside>
    );
  return (
    <aside className="panel" aria-label={`Message about order ${m.order}`}>
      <h2>
        <span>{shown.data.name}</span>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </h2>
      <p className="under">
        {stageWords(m.stage)} · order{' '}
        <Link className="link mono" to={`/orders/${encodeURIComponent(m.shop)}/${encodeURIComponent(m.order)}`}>
          {m.order}
        </Link>
        {m.trackingNumber && <span className="mono"> · {m.trackingNumber}</span>}
      </p>
      <MessageDetail shown={shown.data} now={now}>
        {!m.trial && !m.copy && (
          <Only need="work">
            <ContactForm shop={m.shop} number={m.order} />
          </Only>
        )}
      </MessageDetail>
    </aside>
  );
}
