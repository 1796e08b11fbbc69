import { useInfiniteQuery } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { api, type ChangeAsk, keys, type Schemas } from '../api/client';
import { Failed } from '../shell/Failed';
import { when } from '../words';
import { AREAS, type Difference, differences, subjectOf } from './changes';

const SHOWN = 3;

/** Setup, Changes: who changed what, with before and after. */
export function ChangesPage({ now }: { now: string }) {
  const [ask, setAsk] = useState<ChangeAsk>({});
  const [typed, setTyped] = useState('');
  const log = useInfiniteQuery({
    queryKey: keys.changeLog(ask),
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) => api.changeLog(ask, pageParam),
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: (old) => old,
  });
  if (log.isError && !log.data) return <Failed error={log.error} again={() => log.refetch()} />;
  const rows = log.data?.pages.flatMap((p) => p.changes) ?? [];
  const isNarrowed = Object.values(ask).some(Boolean);
  return (
    <div className="work">
      <main className="main">
        <div className="filters" role="toolbar" aria-label="Filters">
          <Input
            type="search"
            aria-label="Search changes"
            className="w200"
            maxLength={200}
            placeholder="name, value"
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              if (!e.target.value) setAsk({ ...ask, search: undefined });
            }}
            onPressEnter={() => setAsk({ ...ask, search: typed.trim() || undefined })}
          />
          <Select
            aria-label="Kind"
            className="w140"
            allowClear
            placeholder="Anything"
            value={ask.area}
            onChange={(area) => setAsk({ ...ask, area })}
            options={Object.entries(AREAS).map(([value, label]) => ({ value, label }))}
          />
          <Select
            aria-label="Person"
            className="w140"
            allowClear
            placeholder="Anybody"
            value={ask.by}
            onChange={(by) => setAsk({ ...ask, by })}
            options={log.data?.pages[0]?.people.map((p) => ({ value: p, label: p }))}
          />
          <span className="grow" />
          <Button size="small" href={api.changesAddress('csv', ask)} download>
            Save as CSV
          </Button>
          <Button size="small" href={api.changesAddress('xlsx', ask)} download>
            Save as XLSX
          </Button>
        </div>
        {!log.data ? (
          <div className="empty">Loading …</div>
        ) : rows.length === 0 ? (
          <div className="empty">
            <h2>{isNarrowed ? 'No changes match these filters' : 'No changes yet'}</h2>
            {!isNarrowed && <p>What people change in the plan, the wording and the set-up shows here.</p>}
          </div>
        ) : (
          <table className="sheet changes">
            <thead>
              <tr>
                <th>Time</th>
                <th>By</th>
                <th>What</th>
                <th>Before and after</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((c) => (
                <Row key={c.seq} change={c} now={now} />
              ))}
            </tbody>
          </table>
        )}
        {log.hasNextPage && (
          <div className="actions">
            <Button loading={log.isFetchingNextPage} onClick={() => log.fetchNextPage()}>
              Show more
            </Button>
          </div>
        )}
      </main>
    </div>
  );
}

function Row({ change: c, now }: { change: Schemas['NotedChange']; now: string }) {
  const [all, setAll] = useState(false);
  const values = differences(c);
  // What was created or deleted is the news; its values are there for who asks.
  const most = all ? values.length : c.action === 'changed' ? SHOWN : 0;
  return (
    <tr>
      <td className="mono nowrap">{when(c.at, now)}</td>
      <td>{c.by}</td>
      <td>
        {AREAS[c.area] ?? c.area} <b>{subjectOf(c)}</b> {c.action}
      </td>
      <td>
        {values.slice(0, most).map((d) => (
          <Change key={d.path} difference={d} />
        ))}
        {values.length > most && (
          <Button type="link" size="small" className="p0" onClick={() => setAll(true)}>
            Show {values.length - most} {most > 0 ? 'more' : values.length === 1 ? 'value' : 'values'}
          </Button>
        )}
      </td>
    </tr>
  );
}

function Change({ difference: d }: { difference: Difference }) {
  return (
    <div className="change">
      {d.path && <span className="soft">{d.path}: </span>}
      {d.was !== undefined && <del>{d.was}</del>}
      {d.was !== undefined && d.became !== undefined && ' → '}
      {d.became !== undefined && <ins>{d.became}</ins>}
    </div>
  );
}
