import { useQueryClient } from '@tanstack/react-query';
import { App, Button, Dropdown, Modal, Progress } from 'antd';
import { useRef, useState } from 'react';
import { api, type MessageAsk } from '../api/client';
import { CHANNELS } from '../channels';
import { type ActTotal, actInParts } from './messages';

/** What can be done to all messages of a state. */
const ACTS: Record<string, string[]> = {
  upcoming: ['cancelled'],
  held: ['again', 'cancelled', 'channel'],
  failed: ['again', 'channel'],
  unsure: ['delivered', 'again', 'cancelled'],
  skipped: ['again'],
};
const LABELS: Record<string, string> = {
  again: 'Send now',
  cancelled: 'Cancel',
  delivered: 'Record as delivered',
};

type Chosen = { as: string; channel?: string; label: string; ask: MessageAsk; total: number };
type Props = { ask: MessageAsk; state?: string; total: number };

/** True where the gateway was given it already. */
const wasTried = (state?: string) => state === 'failed' || state === 'unsure';

const number = (n: number) => `${n.toLocaleString('en-GB')} message${n === 1 ? '' : 's'}`;

/** Does something to all messages that are listed: says first how many, then does it part by part. */
export function ActOnAll({ ask, state, total }: Props) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [chosen, setChosen] = useState<Chosen>();
  const [running, setRunning] = useState(false);
  const [done, setDone] = useState<ActTotal>();
  const stopped = useRef(false);
  const acts = ACTS[state ?? ''] ?? [];
  if (acts.length === 0 && !chosen) return null;
  const items = acts.flatMap((as) =>
    as === 'channel'
      ? CHANNELS.map((c) => ({ key: `channel/${c.code}`, label: `Send by ${c.label} instead` }))
      : [{ key: as, label: as === 'again' && wasTried(state) ? 'Send again' : LABELS[as] }],
  );
  const choose = (key: string) => {
    const [as, channel] = key.split('/');
    // What is done is done to what is listed now, and to nothing that comes meanwhile.
    const until = { ...ask, when: { ...ask.when, to: ask.when.to ?? new Date(Date.now() + YEAR).toISOString() } };
    setDone(undefined);
    setChosen({ as, channel, label: items.find((i) => i.key === key)!.label, ask: until, total });
  };
  const run = async () => {
    const act = chosen!;
    stopped.current = false;
    setRunning(true);
    try {
      await actInParts(
        (after) => api.actOnAll(act.ask, { as: act.as, channel: act.channel }, after),
        setDone,
        () => stopped.current,
      );
    } catch (e) {
      message.error((e as Error).message, 6);
    }
    setRunning(false);
    await queries.invalidateQueries({ queryKey: ['messages'] });
  };
  const close = () => {
    stopped.current = true;
    setChosen(undefined);
  };
  return (
    <>
      {acts.length > 0 && (
        <Dropdown menu={{ items, onClick: ({ key }) => choose(key) }} trigger={['click']} disabled={total === 0}>
          <Button size="small">With all of these</Button>
        </Dropdown>
      )}
      <Modal
        open={!!chosen}
        title={chosen?.label}
        onCancel={close}
        footer={
          done && !running ? (
            <Button type="primary" onClick={close}>
              Close
            </Button>
          ) : running ? (
            <Button
              onClick={() => {
                stopped.current = true;
              }}
            >
              Stop
            </Button>
          ) : (
            <>
              <Button onClick={close}>Back</Button>
              <Button type="primary" onClick={run}>
                {chosen?.label}: {number(chosen?.total ?? 0)}
              </Button>
            </>
          )
        }
      >
        {done ? (
          <Result total={done} of={chosen?.total ?? 0} running={running} />
        ) : (
          <p>
            This applies to the {number(chosen?.total ?? 0)} that match the filters. Each is checked again before it
            leaves; customers who may not be contacted are skipped.
          </p>
        )}
      </Modal>
    </>
  );
}

/** Beyond anything that is planned. */
const YEAR = 365 * 86_400_000;

function Result({ total, of, running }: { total: ActTotal; of: number; running: boolean }) {
  return (
    <div role="status">
      {running && <Progress percent={of ? Math.min(100, Math.round((100 * total.looked) / of)) : 0} />}
      <p>{number(total.done)} done.</p>
      {Object.entries(total.refused).length > 0 && (
        <>
          <p>Left as they are:</p>
          <ul>
            {Object.entries(total.refused).map(([reason, n]) => (
              <li key={reason}>
                {n.toLocaleString('en-GB')}: {reason}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
