import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, keys } from '../api/client';
import { formKeys } from '../shell/escape';
import { dayToInstant, toDay } from './figures';
import { type ChosenFile, RehearsalFile } from './RehearsalFile';

const LIVE = '*live';
const ALL = '*all';
const USUAL_DAYS = 30;

type Beside = 'nothing' | 'live' | 'sent';

/** What to rehearse, over which days. */
export function NewRehearsal({ now }: { now: string }) {
  const plan = useQuery({ queryKey: keys.plan, queryFn: api.plan });
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const today = new Date(now);
  const [what, setWhat] = useState<string>();
  const [from, setFrom] = useState(toDay(new Date(today.getTime() - USUAL_DAYS * 86_400_000)));
  const [to, setTo] = useState(toDay(today));
  const [beside, setBeside] = useState<Beside>();
  const [source, setSource] = useState<'past' | 'file'>('past');
  const [file, setFile] = useState<ChosenFile>();
  const [busy, setBusy] = useState(false);
  const notices = plan.data?.notices ?? [];
  const anyLive = notices.some((n) => n.notice.state === 'live');
  // Where nothing is live yet, the live plan would say nothing to anybody.
  const chosen = what ?? (plan.data && !anyLive ? ALL : LIVE);
  // Beside itself, the live plan shows nothing; beside what was sent, what gateways and people did.
  const usual = chosen !== LIVE ? 'live' : source === 'file' ? 'nothing' : 'sent';
  const with_ = beside ?? usual;
  const canStart = source === 'past' || (file?.content.orders ?? 0) > 0;
  const start = async () => {
    if (busy || !canStart) return;
    setBusy(true);
    try {
      const request = {
        noticeId: chosen.startsWith('*') ? undefined : chosen,
        everyNotice: chosen === ALL,
        compareWith: with_ === 'nothing' ? undefined : with_,
      };
      const begun =
        source === 'file' && file
          ? await api.rehearseFile(file.file, file.shop, request)
          : await api.startRehearsal({
              ...request,
              from: from ? dayToInstant(from) : undefined,
              to: to ? dayToInstant(to, 1) : undefined,
            });
      await queries.invalidateQueries({ queryKey: keys.rehearsals });
      navigate(`/rehearsals/${begun.rehearsal.id}`);
    } catch (e) {
      message.error((e as Error).message, 6);
    } finally {
      setBusy(false);
    }
  };
  return (
    <aside className="panel form" aria-label="New rehearsal" onKeyDown={formKeys(start, () => undefined)}>
      <h2>
        <span>Rehearse</span>
      </h2>
      <p className="under">
        Runs past orders and their scans through a plan. Nothing is sent: you see what customers would have been told.
      </p>
      <label htmlFor="rehearsal-what">Plan</label>
      <Select
        id="rehearsal-what"
        className="full"
        showSearch={{ optionFilterProp: 'label' }}
        value={chosen}
        onChange={(next) => {
          setWhat(next);
          setBeside(undefined);
        }}
        options={[
          { value: LIVE, label: 'The live plan' },
          { value: ALL, label: 'All notices, as if they were live' },
          ...notices
            .filter((n) => n.notice.state !== 'live')
            .map((n) => ({ value: n.id, label: `The live plan and “${n.notice.name}”` })),
        ]}
      />
      <div className="label">Orders</div>
      <Segmented
        aria-label="Orders"
        value={source}
        onChange={(next) => {
          setSource(next as 'past' | 'file');
          setBeside(undefined);
        }}
        options={[
          { value: 'past', label: 'Your past' },
          { value: 'file', label: 'A file' },
        ]}
      />
      {source === 'file' && <RehearsalFile shops={plan.data?.shops ?? []} now={now} chosen={file} onChoose={setFile} />}
      {source === 'past' && (
        <div className="two">
          <div>
            <label htmlFor="rehearsal-from">First day</label>
            <Input
              id="rehearsal-from"
              type="date"
              value={from}
              max={toDay(today)}
              onChange={(e) => setFrom(e.target.value)}
            />
          </div>
          <div>
            <label htmlFor="rehearsal-to">Last day</label>
            <Input
              id="rehearsal-to"
              type="date"
              value={to}
              max={toDay(today)}
              onChange={(e) => setTo(e.target.value)}
            />
          </div>
        </div>
      )}
      <label htmlFor="rehearsal-beside">Compare with</label>
      <Select
        id="rehearsal-beside"
        className="full"
        value={with_}
        onChange={setBeside}
        options={[
          { value: 'nothing', label: 'Nothing' },
          { value: 'live', label: 'The plan that is live now', disabled: chosen === LIVE },
          { value: 'sent', label: 'What was really sent', disabled: source === 'file' },
        ]}
      />
      <div className="actions">
        <Button type="primary" loading={busy} disabled={!canStart} onClick={start} title="Ctrl+Enter">
          Rehearse
        </Button>
      </div>
    </aside>
  );
}
