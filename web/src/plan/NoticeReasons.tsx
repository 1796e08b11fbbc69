import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, keys } from '../api/client';
import { OutcomeBox } from '../orders/OutcomeBox';

/** Why orders got this notice, or didn't: the latest ones, or one that is asked for. */
export function NoticeReasons({ id, now }: { id: string; now: string }) {
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState('');
  const reasons = useQuery({
    queryKey: keys.noticeReasons(id, asked),
    queryFn: () => api.noticeReasons(id, asked),
    placeholderData: (old) => old,
  });
  const list = reasons.data ?? [];
  return (
    <section className="mt12" aria-label="Why">
      <div className="flex spread middle gap8">
        <h3>Why, order by order</h3>
        <span className="flex middle gap6">
          <Input
            className="w120"
            aria-label="Order number"
            placeholder="order number"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onPressEnter={() => setAsked(typed.trim())}
          />
          <Button onClick={() => setAsked(typed.trim())}>Show</Button>
        </span>
      </div>
      {reasons.data && list.length === 0 && (
        <p className="soft">
          {asked
            ? `There is no order ${asked}. Enter the whole number.`
            : 'It hasn’t decided about an order lately. Enter an order number to ask about that order.'}
        </p>
      )}
      {list.map((r) => (
        <OutcomeBox
          key={`${r.shop}/${r.number}`}
          title={
            <Link className="link mono" to={`/orders/${encodeURIComponent(r.shop)}/${encodeURIComponent(r.number)}`}>
              {r.number}
            </Link>
          }
          name={r.number}
          outcome={r.outcome}
          now={now}
        />
      ))}
    </section>
  );
}
