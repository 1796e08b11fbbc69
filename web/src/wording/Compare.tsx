import { useQuery } from '@tanstack/react-query';
import { Button, Drawer } from 'antd';
import { useState } from 'react';
import { api, keys, type Schemas } from '../api/client';
import { Failed } from '../shell/Failed';
import { asLines, diff } from './diff';
import type { Place } from './place';

type Props = {
  place: Place;
  now: Schemas['Wording'] | undefined;
  starter: Schemas['Wording'] | undefined;
  first: 'history' | 'starter';
  onReturn: (w: Schemas['Wording'], what: string) => void;
  onClose: () => void;
};

/** Earlier wordings and the starter beside the one that stands, with a way back to each. */
export function Compare({ place, now, starter, first, onReturn, onClose }: Props) {
  const history = useQuery({ queryKey: keys.wordingHistory(place), queryFn: () => api.wordingHistory(place) });
  const [chosen, setChosen] = useState<number | 'starter' | undefined>(first === 'starter' ? 'starter' : undefined);
  const versions = history.data ?? [];
  const id = chosen ?? versions[0]?.id ?? (starter ? 'starter' : undefined);
  const other = id === 'starter' ? starter : versions.find((v) => v.id === id)?.wording;
  const when = (at: string) =>
    new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
  const lines = diff(asLines(other), asLines(now));
  return (
    <Drawer open onClose={onClose} size={980} title="History">
      {history.isError && <Failed error={history.error} again={() => history.refetch()} />}
      <div className="compare">
        <ul className="plainlist">
          {starter && (
            <li>
              <button
                type="button"
                className={`plain line ${id === 'starter' ? 'on' : ''}`}
                aria-pressed={id === 'starter'}
                onClick={() => setChosen('starter')}
              >
                <b>The starter</b>
              </button>
            </li>
          )}
          {versions.map((v) => (
            <li key={v.id}>
              <button
                type="button"
                className={`plain line ${id === v.id ? 'on' : ''}`}
                aria-pressed={id === v.id}
                onClick={() => setChosen(v.id)}
              >
                <b>{when(v.at)}</b>
                <span className="soft">{v.wording ? v.by || 'before the first change' : `deleted by ${v.by}`}</span>
              </button>
            </li>
          ))}
          {!starter && versions.length === 0 && history.data && <li className="soft">No changes yet.</li>}
        </ul>
        <div>
          {id !== undefined && (
            <>
              <table className="sheet difference">
                <thead>
                  <tr>
                    <th>{id === 'starter' ? 'The starter' : 'Then'}</th>
                    <th>Now</th>
                  </tr>
                </thead>
                <tbody>
                  {lines.map((l, i) => (
                    <tr key={i} className={l.same ? 'same' : ''}>
                      <td>
                        {!l.same && l.left !== undefined && <span className="visually-hidden">removed: </span>}
                        {l.left}
                      </td>
                      <td>
                        {!l.same && l.right !== undefined && <span className="visually-hidden">added: </span>}
                        {l.right}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <div className="actions">
                {other && (
                  <Button
                    type="primary"
                    disabled={lines.every((l) => l.same)}
                    onClick={() => onReturn(other, id === 'starter' ? 'Starter restored' : 'Earlier version restored')}
                  >
                    {id === 'starter' ? 'Restore the starter' : 'Restore this version'}
                  </Button>
                )}
                {lines.every((l) => l.same) && <span className="soft">No differences.</span>}
              </div>
            </>
          )}
        </div>
      </div>
    </Drawer>
  );
}
