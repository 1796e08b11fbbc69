import { Button, InputNumber } from 'antd';
import { useState } from 'react';
import { api } from '../api/client';
import { useSending } from '../shell/SendingStops';
import { useDo } from './useDo';

/** How many messages one customer is sent on a day at most. */
export function DailyLimit() {
  const sending = useSending();
  const { run, busy, faults } = useDo();
  const [draft, setDraft] = useState<{ most?: number }>();
  if (!sending.data) return null;
  const most = draft ? draft.most : sending.data.dailyLimit;
  return (
    <section className="card form mt12" aria-label="Daily limit">
      <h2>Daily limit</h2>
      <p className="soft">
        How many messages one customer is sent on one day at most, about all of their orders. Less important notices
        give way first; each notice says how important it is. Messages over the limit aren’t sent later.
      </p>
      <div className="row wrap">
        <label htmlFor="daily-most">Messages per customer and day</label>
        <InputNumber
          id="daily-most"
          min={1}
          max={50}
          precision={0}
          placeholder="no limit"
          value={most}
          onChange={(n) => setDraft({ most: n ?? undefined })}
        />
        <Button
          type="primary"
          loading={busy}
          disabled={!draft}
          onClick={async () => {
            if (await run(() => api.changeDailyLimit(draft?.most), 'Saved')) setDraft(undefined);
          }}
        >
          Save
        </Button>
      </div>
      {faults.map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ))}
    </section>
  );
}
