import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { useState } from 'react';
import { api, keys } from '../api/client';
import { counted } from '../words';
import { refreshChecks } from './refresh';

/** What an empty plan can begin with: one click fills it with drafts. */
export function StarterPlans() {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const starters = useQuery({ queryKey: keys.starterPlans, queryFn: api.starterPlans });
  const [busy, setBusy] = useState<string>();
  const refresh = () => Promise.all([queries.invalidateQueries({ queryKey: keys.plan }), refreshChecks(queries)]);
  const takeBack = async (ids: string[]) => {
    try {
      for (const id of ids) await api.removeNotice(id);
    } catch (e) {
      message.error((e as Error).message);
    }
    await refresh();
  };
  const fill = async (code: string) => {
    setBusy(code);
    try {
      const ids = await api.fillPlan(code);
      message.success(
        <span>
          {counted(ids.length, 'draft')} added. Nothing is sent until you set one live{' '}
          <Button size="small" type="link" onClick={() => takeBack(ids)}>
            Undo
          </Button>
        </span>,
        8,
      );
    } catch (e) {
      message.error((e as Error).message, 6);
    } finally {
      await refresh();
      setBusy(undefined);
    }
  };
  return (
    <section className="box" aria-label="Starter plans">
      <h3>Start with a plan</h3>
      <p className="soft">You get drafts with texts in eight languages. Change what you like; nothing is sent yet.</p>
      <ul className="differing">
        {starters.data?.map((s) => (
          <li key={s.code} className="starter">
            <div>
              <b>{s.label}</b> <span className="soft">{counted(s.notices.length, 'notice')}</span>
              <div>{s.description}</div>
            </div>
            <Button
              size="small"
              loading={busy === s.code}
              disabled={!!busy && busy !== s.code}
              title={s.notices.join(', ')}
              aria-label={`Use this: ${s.label}`}
              onClick={() => fill(s.code)}
            >
              Use this
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
