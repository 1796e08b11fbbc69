import { Button, InputNumber } from 'antd';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { useSending } from '../shell/SendingStops';
import { useDo } from './useDo';

/** How much a notice may send in ten minutes before it waits for somebody to look. */
export function FloodLimit() {
  const sending = useSending();
  const { run, busy, faults } = useDo();
  const [draft, setDraft] = useState<Schemas['FloodLimit']>();
  if (!sending.data) return null;
  const limit = draft ?? sending.data.limit;
  const wrong = (field: string) => faults.find((f) => f.field === field)?.message;
  return (
    <section className="card form mt12" aria-label="Flood guard">
      <h2>Flood guard</h2>
      <p className="soft">
        A notice that is about to send far more than usual is stopped. The messages over the limit are held, and
        everyone on the team sees it, with some of the messages to look at. Whichever limit is higher counts.
      </p>
      <div className="row wrap">
        <label htmlFor="flood-floor">Limit: messages in ten minutes</label>
        <InputNumber
          id="flood-floor"
          min={1}
          max={1_000_000}
          precision={0}
          value={limit.floor}
          onChange={(floor) => setDraft({ ...limit, floor: floor ?? 1 })}
        />
        <label htmlFor="flood-times">or times the busiest ten minutes so far, at that hour of the week</label>
        <InputNumber
          id="flood-times"
          min={1}
          max={100}
          precision={0}
          value={limit.times}
          onChange={(times) => setDraft({ ...limit, times: times ?? 1 })}
        />
        <Button
          type="primary"
          loading={busy}
          disabled={!draft}
          onClick={async () => {
            if (await run(() => api.changeFloodLimit(limit), 'Saved')) setDraft(undefined);
          }}
        >
          Save
        </Button>
      </div>
      {['floor', 'times'].map(
        (f) =>
          wrong(f) && (
            <div key={f} className="wrong" role="alert">
              {wrong(f)}
            </div>
          ),
      )}
    </section>
  );
}
