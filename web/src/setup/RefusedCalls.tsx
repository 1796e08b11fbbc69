import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { api, keys } from '../api/client';
import { counted, when } from '../words';
import { useDo } from './useDo';

/** Calls to a shop's address that were not let in: how often, why, and nothing of what they brought. */
export function RefusedCalls({ shopKey, now }: { shopKey: string; now: string }) {
  const refused = useQuery({ queryKey: keys.refusedCalls(shopKey), queryFn: () => api.refusedCalls(shopKey) });
  const { run, busy } = useDo();
  if (!refused.data?.length) return null;
  return (
    <section className="box mt8" aria-label="Refused requests">
      {refused.data.map((r) => (
        <p key={r.reason} className="m0">
          <span className="mark bad">refused</span> {counted(r.calls, 'request')}, last{' '}
          <span className="mono">{when(r.lastAt, now)}</span>: {r.reason}.
        </p>
      ))}
      <p className="soft m0 mt6">
        Their content wasn’t kept. Check the address and the secret in the shop.{' '}
        <Button size="small" type="link" loading={busy} onClick={() => run(() => api.clearRefusedCalls(shopKey))}>
          Clear
        </Button>
      </p>
    </section>
  );
}
