import { useQuery } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { CHANNELS, channelLabel } from '../channels';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { STOP_REASONS } from './stopReasons';
import { useDo } from './useDo';

/** Setup, Stop list: an address looked up, put on it or taken off it; which addresses are on it can't be read out. */
export function StopListPage({ now }: { now: string }) {
  const counts = useQuery({ queryKey: keys.stopCounts, queryFn: api.stopCounts });
  const [channel, setChannel] = useState('email');
  const [address, setAddress] = useState('');
  const [found, setFound] = useState<Schemas['StopView']>();
  const { run, busy, faults } = useDo();
  const change = async (action: 'find' | 'add' | 'remove', said?: string) => {
    setFound(await run(() => api.stop(action, channel, address), said));
  };
  const all = counts.data ?? [];
  return (
    <div className="work">
      <main className="main pad">
        <p className="under">
          Nothing is sent to an address on the stop list. Only a coded form of each address is kept, so you can look one
          up, but the list itself can’t be shown.
        </p>
        <section className="card form mt12" aria-label="Look up an address">
          <h2>Look up an address</h2>
          <form
            className="row wrap"
            onSubmit={(e) => {
              e.preventDefault();
              change('find');
            }}
          >
            <Select
              aria-label="Channel"
              className="w160"
              value={channel}
              onChange={(c) => {
                setChannel(c);
                setFound(undefined);
              }}
              options={CHANNELS.map((c) => ({ value: c.code, label: c.label }))}
            />
            <Input
              aria-label="Address"
              className="w260"
              placeholder={channel === 'email' ? 'name@customer.example' : '+46 70 174 06 05'}
              value={address}
              maxLength={254}
              onChange={(e) => {
                setAddress(e.target.value);
                setFound(undefined);
              }}
            />
            <Button type="primary" htmlType="submit" loading={busy} disabled={!address.trim()}>
              Look up
            </Button>
          </form>
          {faults.map((f) => (
            <div key={f.message} className="wrong" role="alert">
              {f.message}
            </div>
          ))}
          {found && (
            <p role="status" className="row wrap mt12">
              {found.reason ? (
                <>
                  <span className="mark bad">on the list</span>
                  <span>
                    <span className="mono">{found.address}</span>, since {found.since ? when(found.since, now) : ''}:{' '}
                    {STOP_REASONS[found.reason] ?? found.reason}
                  </span>
                  <Button size="small" loading={busy} onClick={() => change('remove', 'Taken off the stop list')}>
                    Take off the list
                  </Button>
                </>
              ) : (
                <>
                  <span className="mark ok">not on the list</span>
                  <span className="mono">{found.address}</span>
                  <Button size="small" loading={busy} onClick={() => change('add', 'Added to the stop list')}>
                    Add to the list
                  </Button>
                </>
              )}
            </p>
          )}
        </section>
        {counts.isError && <Failed error={counts.error} again={() => counts.refetch()} />}
        {counts.data && all.length === 0 && <p className="soft mt12">The stop list is empty.</p>}
        {all.length > 0 && (
          <table className="plain-table">
            <thead>
              <tr>
                <th>Channel</th>
                <th>Reason</th>
                <th>Addresses</th>
              </tr>
            </thead>
            <tbody>
              {all.map((c) => (
                <tr key={c.channel + c.reason}>
                  <td>{channelLabel(c.channel)}</td>
                  <td>{STOP_REASONS[c.reason] ?? c.reason}</td>
                  <td className="mono">{c.count}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </main>
    </div>
  );
}
