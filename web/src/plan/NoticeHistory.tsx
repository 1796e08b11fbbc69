import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { when } from '../words';
import { versionChanges } from './life';
import { usePlanNames } from './usePlanNames';

const SHOWN = 8;

type Props = { id: string; onRestore: (rule: Schemas['NoticeBody']) => void };

/** Every rule a notice had: who changed what, and when, with the way back. */
export function NoticeHistory({ id, onRestore }: Props) {
  const versions = useQuery({ queryKey: keys.noticeVersions(id), queryFn: () => api.noticeVersions(id) });
  const names = usePlanNames();
  const [all, setAll] = useState(false);
  const now = new Date().toISOString();
  const list = versions.data ?? [];
  if (list.length === 0) return null;
  return (
    <section className="box" aria-label="History">
      <h3>History</h3>
      <ol className="history">
        {list.slice(0, all ? undefined : SHOWN).map((v, i) => (
          <li key={v.id}>
            <div className="soft">
              {when(v.at, now)}
              {v.by ? `, ${v.by}` : ', came with the product'}
              {i > 0 && v.notice && (
                <Button size="small" type="link" onClick={() => onRestore(v.notice!)}>
                  Restore this version
                </Button>
              )}
            </div>
            {versionChanges(v, list[i + 1], names).map((c) => (
              <div key={c}>{c}</div>
            ))}
          </li>
        ))}
      </ol>
      {!all && list.length > SHOWN && (
        <Button size="small" onClick={() => setAll(true)}>
          Show all {list.length}
        </Button>
      )}
    </section>
  );
}
