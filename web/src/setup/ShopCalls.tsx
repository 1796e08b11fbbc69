import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { useCan } from '../people/rights';
import { Failed } from '../shell/Failed';
import { counted, when } from '../words';
import { Secret } from './Secret';
import { useDo } from './useDo';

const STATE: Record<string, [string, string]> = {
  taken: ['ok', 'delivered'],
  waiting: ['gold', 'will be tried again'],
  failed: ['bad', 'not delivered'],
};

/** Where a shop is told what its customers answered, and what became of each call. */
export function ShopCalls({ shop, now }: { shop: string; now: string }) {
  const calls = useQuery({ queryKey: keys.shopCalls(shop), queryFn: () => api.shopCalls(shop) });
  const queries = useQueryClient();
  const canSetUp = useCan('set-up');
  const { run, busy } = useDo();
  const [typed, setTyped] = useState<string>();
  if (calls.isError) return <Failed error={calls.error} again={() => calls.refetch()} />;
  if (!calls.data) return null;
  const { document, version, secret } = calls.data;
  const url = typed ?? document.url ?? '';
  const keep = (view: Schemas['ShopCallsView'] | undefined) => {
    if (view) {
      queries.setQueryData(keys.shopCalls(shop), view);
      // What came of it may have been shown already, before this answer: nothing older may stay.
      queries.invalidateQueries({ queryKey: keys.shopCalls(shop) });
    }
    return view;
  };
  const save = async () => {
    if (keep(await run(() => api.saveShopCalls(shop, url.trim() || undefined, version), 'Saved'))) setTyped(undefined);
  };
  const act = async (what: string, done: string) => keep(await run(() => api.doShopCalls(shop, what), done));
  return (
    <section className="card form mt12" aria-label="Calls to the shop">
      <h2 className="m0">Calls to the shop</h2>
      <p className="soft">
        When an answer says “call the shop”, and when a return is requested, received or cancelled, this address is sent
        a signed event (Standard Webhooks, CloudEvents). If the shop doesn’t take it, it’s sent again after growing
        waits.
      </p>
      <label htmlFor="shop-call-url">Address</label>
      <div className="flex gap6">
        <Input
          id="shop-call-url"
          placeholder="https://shop.example/hooks/answers"
          maxLength={500}
          value={url}
          onChange={(e) => setTyped(e.target.value)}
          onPressEnter={save}
        />
        <Button type="primary" loading={busy} disabled={typed === undefined || typed === document.url} onClick={save}>
          Save
        </Button>
      </div>
      {document.url && (
        <>
          <p>
            Signing secret: {secret || !canSetUp ? <Secret text={secret ?? ''} /> : 'it can’t be read. Make a new one'}
          </p>
          <div className="actions">
            <Button size="small" loading={busy} onClick={() => act('test', 'Test call sent')}>
              Send a test call
            </Button>
            <Button size="small" loading={busy} onClick={() => act('secret', 'New secret made. Enter it in the shop')}>
              New secret
            </Button>
          </div>
        </>
      )}
      {calls.data.calls.length > 0 && (
        <table className="plain-table">
          <thead>
            <tr>
              <th>Call</th>
              <th>When</th>
              <th>Result</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {calls.data.calls.map((c) => (
              <CallLine key={c.id} call={c} now={now} again={() => act(`${c.id}/again`, 'Sent again')} />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function CallLine({ call, now, again }: { call: Schemas['ShopCallView']; now: string; again: () => void }) {
  const [look, words] = call.attempts === 0 ? ['gold', 'being sent'] : (STATE[call.state] ?? ['', call.state]);
  return (
    <tr>
      <td>{call.title}</td>
      <td>{when(call.at, now)}</td>
      <td>
        <span className={`mark ${look}`}>{words}</span>{' '}
        <span className="soft">
          {[call.said, call.attempts > 1 && counted(call.attempts, 'attempt')].filter(Boolean).join(' · ')}
        </span>
      </td>
      <td>
        {call.state !== 'taken' && (
          <Button size="small" onClick={again}>
            Send again
          </Button>
        )}
      </td>
    </tr>
  );
}
