import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Checkbox, Input } from 'antd';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { useDo } from '../setup/useDo';
import { languageWords } from '../words';
import { path, variantWords } from './place';

/** Looks for words in every wording, shows what would change, and changes what is ticked. */
export function ReplacePanel({ carriers, onClose }: { carriers: Schemas['CarrierName'][]; onClose: () => void }) {
  const [find, setFind] = useState('');
  const [put, setPut] = useState('');
  const [replacing, setReplacing] = useState(false);
  const [matchCase, setMatchCase] = useState(false);
  const [left, setLeft] = useState<string[]>([]);
  const ask = useDeferredValue({ find, with: replacing ? put : undefined, matchCase });
  const found = useQuery({
    queryKey: keys.replaceLook(ask),
    queryFn: () => api.lookReplace(ask),
    enabled: ask.find.trim().length >= 2,
    placeholderData: (old) => old,
    retry: false,
  });
  const { run, busy } = useDo();
  const { message } = App.useApp();
  const queries = useQueryClient();
  const list = find.trim().length >= 2 ? (found.data ?? []) : [];
  const chosen = list.filter((f) => !f.wrong && !left.includes(f.place));
  const takeBack = async (changed: Schemas['Found'][]) => {
    for (const f of changed)
      await api.changeWording(
        { notice: f.notice, channel: f.channel, language: f.language, ...f.variant },
        f.before,
        f.version,
      );
    await queries.invalidateQueries();
    message.success('Undone');
  };
  const apply = async () => {
    const changed = await run(() => api.replace({ ...ask, only: chosen.map((f) => f.place) }));
    if (changed)
      message.success(
        <span>
          Changed in {changed.length} wording{changed.length === 1 ? '' : 's'}{' '}
          <Button
            size="small"
            type="link"
            onClick={() => takeBack(changed).catch((e: Error) => message.error(e.message))}
          >
            Undo
          </Button>
        </span>,
        10,
      );
  };
  return (
    <main className="main pad" aria-label="Find and replace">
      <div className="row spread">
        <h2>Find</h2>
        <button type="button" className="plain" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </div>
      <div className="form row m-10px-0">
        <Input
          aria-label="Find"
          autoFocus
          className="w260"
          placeholder="Find"
          value={find}
          maxLength={200}
          onChange={(e) => setFind(e.target.value)}
        />
        <Checkbox checked={replacing} onChange={(e) => setReplacing(e.target.checked)}>
          Replace with
        </Checkbox>
        <Input
          aria-label="Replace with"
          className="w260"
          placeholder="nothing"
          disabled={!replacing}
          value={put}
          maxLength={500}
          onChange={(e) => setPut(e.target.value)}
        />
        <Checkbox checked={matchCase} onChange={(e) => setMatchCase(e.target.checked)}>
          Match case
        </Checkbox>
        {replacing && (
          <Button type="primary" loading={busy} disabled={chosen.length === 0} onClick={apply}>
            Replace in {chosen.length}
          </Button>
        )}
      </div>
      {found.isError && (
        <div className="box">
          <span className="mark bad">!</span> {found.error.message}
        </div>
      )}
      {find.trim().length < 2 ? (
        <p className="soft">Enter at least two letters. Only the visible text is searched.</p>
      ) : found.data && list.length === 0 ? (
        <div className="empty">
          <h2>No results</h2>
          <p>No text contains “{find}”.</p>
        </div>
      ) : (
        <table className="sheet wide">
          <thead>
            <tr>
              {replacing && (
                <th>
                  <span className="visually-hidden">Change</span>
                </th>
              )}
              <th>Where</th>
              <th>{replacing ? 'Now' : 'Text'}</th>
              {replacing && <th>After</th>}
            </tr>
          </thead>
          <tbody>
            {list.map((f) => (
              <tr key={f.place}>
                {replacing && (
                  <td>
                    <Checkbox
                      aria-label={`Change ${f.name}, ${channelLabel(f.channel)}, ${languageWords(f.language)}`}
                      disabled={!!f.wrong}
                      checked={!f.wrong && !left.includes(f.place)}
                      onChange={(e) =>
                        setLeft(e.target.checked ? left.filter((p) => p !== f.place) : [...left, f.place])
                      }
                    />
                  </td>
                )}
                <td>
                  <Link
                    className="link"
                    to={path({ notice: f.notice, channel: f.channel, language: f.language, ...f.variant })}
                  >
                    {f.name}
                  </Link>
                  <br />
                  <span className="soft">
                    {channelLabel(f.channel)}, {languageWords(f.language)}
                    {variantWords(f.variant, carriers) === 'everyone' ? '' : `, ${variantWords(f.variant, carriers)}`}
                  </span>
                  {f.wrong && <div className="wrong">{f.wrong}</div>}
                </td>
                <td>
                  {f.hits.map((h, i) => (
                    <Said key={i} text={h.before} find={find} matchCase={matchCase} />
                  ))}
                </td>
                {replacing && (
                  <td>
                    {f.hits.map((h, i) => (
                      <Said key={i} text={h.after} find={put} matchCase />
                    ))}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}

function Said({ text, find, matchCase }: { text: string; find: string; matchCase: boolean }) {
  const at = find ? (matchCase ? text.indexOf(find) : text.toLowerCase().indexOf(find.toLowerCase())) : -1;
  if (at < 0) return <div className="clip">{text}</div>;
  const from = Math.max(0, at - 60);
  return (
    <div className="clip">
      {from > 0 && '…'}
      {text.slice(from, at)}
      <mark>{text.slice(at, at + find.length)}</mark>
      {text.slice(at + find.length, at + find.length + 80)}
    </div>
  );
}
