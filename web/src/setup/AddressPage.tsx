import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { useDraft } from '../api/versions';
import { Failed } from '../shell/Failed';
import { findProposal } from './publicAddress';
import { useDo } from './useDo';

const SOURCES: Record<string, string> = {
  setup: 'entered here',
  file: 'set by the operator of this server',
  default: 'this computer’s own address, because none was entered',
};

const REACH: Record<string, string> = {
  machine: 'Only this computer can open these links. Customers can’t.',
  network: 'Only your own network can open these links. Customers can’t.',
};

/** Setup, Public address: what the links in messages begin with. */
export function AddressPage() {
  const address = useQuery({ queryKey: keys.publicAddress, queryFn: api.publicAddress });
  const view = address.data;
  const draft = useDraft<Schemas['AddressBody']>(
    { document: { address: view?.entered }, version: view?.version ?? '' },
    'public-address',
  );
  const { run, busy, faults } = useDo();
  if (address.isError) return <Failed error={address.error} again={() => address.refetch()} />;
  if (!view) return <div className="empty">Loading the address …</div>;
  const proposal = findProposal(window.location.origin, view.address, draft.now.address);
  const save = async () => {
    if (await run(() => draft.save((body, version) => api.changePublicAddress(body, version)), 'Saved')) draft.reset();
  };
  return (
    <div className="work">
      <main className="main pad">
        <p className="under">
          Links in messages lead to this server: answer pages, short links to carriers, your logo. They begin with the
          address that customers reach it under, usually that of a proxy in front of it.
        </p>
        <section className="card form mt12" aria-label="Public address">
          <h2>Public address</h2>
          <dl className="facts">
            <dt>In use</dt>
            <dd>
              <span className="mono">{view.address}</span>{' '}
              <span className={`mark ${view.reach === 'internet' ? 'ok' : 'bad'}`}>
                {view.reach === 'internet' ? 'public' : 'not public'}
              </span>
              <div className="soft">{SOURCES[view.source]}</div>
            </dd>
          </dl>
          {REACH[view.reach] && <p className="wrong">{REACH[view.reach]}</p>}
          {view.reach === 'internet' && view.address.startsWith('http:') && (
            <p className="soft">
              The address begins with http. Use https, so that nobody can read or change the pages.
            </p>
          )}
          <form
            className="mt12"
            onSubmit={(e) => {
              e.preventDefault();
              save();
            }}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && e.ctrlKey && draft.changed) save();
            }}
          >
            <label htmlFor="public-address">New address</label>
            <div className="row wrap">
              <Input
                id="public-address"
                className="mono w300"
                placeholder="https://delivery.shop.example"
                maxLength={200}
                value={draft.now.address ?? ''}
                onChange={(e) => draft.set({ address: e.target.value })}
              />
              <Button type="primary" htmlType="submit" loading={busy} disabled={!draft.changed}>
                Save
              </Button>
              {view.source === 'setup' && !draft.changed && (
                <Button
                  loading={busy}
                  onClick={() => run(() => api.changePublicAddress({ address: '' }, view.version), 'Removed')}
                >
                  Remove
                </Button>
              )}
              {draft.changed && <Button onClick={draft.reset}>Discard</Button>}
            </div>
            {faults.map((f) => (
              <div key={f.message} className="wrong" role="alert">
                {f.message}
              </div>
            ))}
            {proposal && (
              <p className="soft">
                You opened this page at <span className="mono">{proposal}</span>.{' '}
                <button type="button" className="plain link" onClick={() => draft.set({ address: proposal })}>
                  Use this address
                </button>
              </p>
            )}
          </form>
        </section>
      </main>
    </div>
  );
}
