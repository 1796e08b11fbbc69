import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Popconfirm, Select } from 'antd';
import { type FormEvent, useState } from 'react';
import { api } from '../api/client';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { useDo } from './useDo';

const RIGHTS: Record<string, string> = {
  read: 'Read',
  ingest: 'Send orders and scans',
  all: 'Read and send',
};

/** API keys: which other systems may send orders and scans, and when they last did. */
export function ApiKeysPage({ now }: { now: string }) {
  const all = useQuery({ queryKey: ['api-keys'], queryFn: api.apiKeys });
  const queries = useQueryClient();
  const { run, busy, faults } = useDo();
  const [name, setName] = useState('');
  const [rights, setRights] = useState('all');
  const [made, setMade] = useState<{ name: string; key: string }>();
  const refresh = () => queries.invalidateQueries({ queryKey: ['api-keys'] });
  const create = async (e: FormEvent) => {
    e.preventDefault();
    const key = await run(() => api.createApiKey(name.trim(), rights));
    if (key) {
      setMade(key);
      setName('');
      await refresh();
    }
  };
  const revoke = async (id: number, called: string) => {
    await run(() => api.revokeApiKey(id), `The key ${called} is revoked`);
    await refresh();
  };
  if (all.isError) return <Failed error={all.error} again={() => all.refetch()} />;
  return (
    <div className="work">
      <main className="main pad">
        <p className="soft intro">
          A key lets another system send orders and scans, or read orders and messages. Give each system its own, so
          that one can be revoked without the others.
        </p>
        {made && (
          <div className="box" role="status">
            <p>
              The key <b>{made.name}</b>. Copy it now: it isn’t shown again.
            </p>
            <p className="mono anywhere">{made.key}</p>
            <div className="actions">
              <Button onClick={() => navigator.clipboard?.writeText(made.key)}>Copy</Button>
              <Button type="primary" onClick={() => setMade(undefined)}>
                I have copied it
              </Button>
            </div>
          </div>
        )}
        <form className="form row" onSubmit={create}>
          <Input
            aria-label="Name of the new key"
            placeholder="name, such as warehouse"
            maxLength={60}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Select
            aria-label="What the key may do"
            className="w200"
            value={rights}
            onChange={setRights}
            options={Object.entries(RIGHTS).map(([value, label]) => ({ value, label }))}
          />
          <Button type="primary" htmlType="submit" loading={busy} disabled={!name.trim()}>
            Create key
          </Button>
        </form>
        {faults.map((f) => (
          <div key={f.message} className="wrong" role="alert">
            {f.message}
          </div>
        ))}
        {all.data?.length === 0 && <div className="empty">No keys yet</div>}
        {all.data && all.data.length > 0 && (
          <table className="plain-table">
            <thead>
              <tr>
                <th>Name</th>
                <th>Begins with</th>
                <th>May</th>
                <th>Of</th>
                <th>Created</th>
                <th>Last used</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {all.data.map((k) => (
                <tr key={k.id}>
                  <td>{k.name}</td>
                  <td className="mono">{k.prefix ? `${k.prefix}…` : '–'}</td>
                  <td>{RIGHTS[k.rights]?.toLowerCase()}</td>
                  <td>{k.account ?? '–'}</td>
                  <td>{when(k.createdAt, now)}</td>
                  <td>{k.lastUsedAt ? when(k.lastUsedAt, now) : 'never'}</td>
                  <td>
                    <Popconfirm
                      title={`Revoke the key ${k.name}?`}
                      description="Systems that use it are refused from now on."
                      okText="Revoke"
                      cancelText="Keep"
                      onConfirm={() => revoke(k.id, k.name)}
                    >
                      <Button size="small" danger>
                        Revoke
                      </Button>
                    </Popconfirm>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </main>
    </div>
  );
}
