import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Popconfirm } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Fault, keys, Problem, type Schemas } from '../api/client';
import { isSame } from '../api/merge';
import { saveOver, type Versioned } from '../api/versions';
import { formKeys } from '../shell/escape';
import { useMounted } from '../shell/useMounted';
import { EVERYONE } from './audience/audience';
import { Figures } from './Figures';
import { LifeButtons } from './LifeButtons';
import { stateMark, stateWords, withNotice } from './life';
import { NoticeForm } from './NoticeForm';
import { NoticeHistory } from './NoticeHistory';
import { NoticePart } from './NoticePart';
import { NoticeReasons } from './NoticeReasons';
import { Preview } from './Preview';
import { type Part, partOf } from './parts';
import { refreshChecks } from './refresh';
import { Sentence } from './Sentence';
import { ruleOf } from './useNoticeChange';

/** What is being changed and not saved yet, by notice: closing the panel, or looking at another one, loses nothing. */
const unsaved = new Map<string, { draft: Schemas['NoticeBody']; from: Versioned<Schemas['NoticeBody']> }>();

type Props = {
  now: string;
  id?: string;
  notice: Schemas['NoticeBody'];
  version?: string;
  audience?: string;
  /** Messages of the last 30 days, by channel. */
  sent?: Schemas['NoticeView']['sent'];
  onClose: () => void;
  onCreated: (id: string) => void;
};

/** One notice: said in a sentence, tried on real orders, changed in a form. */
export function NoticePanel({ now, id, notice, version = '', audience, sent, onClose, onCreated }: Props) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const key = id ?? `new/${notice.stage}/${notice.channels?.[0]}`;
  const [draft, setDraft] = useState(() => unsaved.get(key)?.draft ?? notice);
  const [from, setFrom] = useState(() => unsaved.get(key)?.from ?? { document: notice, version });
  const [form, setForm] = useState(!id || unsaved.has(key));
  const [part, setPart] = useState<Part>();
  const [faults, setFaults] = useState<Fault[]>([]);
  const [busy, setBusy] = useState(false);
  const changed = !isSame(ruleOf(draft), ruleOf(from.document));
  const editing = form || changed;
  useEffect(() => {
    if (changed) unsaved.set(key, { draft, from });
    else unsaved.delete(key);
  }, [key, changed, draft, from]);
  useEffect(() => {
    if (editing || part) return;
    setDraft(notice);
    setFrom({ document: notice, version });
  }, [notice, version, editing, part]);
  const reach = useQuery({
    queryKey: keys.reach(draft),
    queryFn: () => api.reach(draft),
    enabled: !!draft.name,
    placeholderData: (old) => old,
    retry: false,
  });

  const isHere = useMounted();
  const refresh = (of: string) => {
    queries.invalidateQueries({ queryKey: keys.plan });
    refreshChecks(queries);
    queries.invalidateQueries({ queryKey: keys.noticeVersions(of) });
  };

  const save = async (next: Schemas['NoticeBody'], done: string, before?: Schemas['NoticeBody']) => {
    setBusy(true);
    setFaults([]);
    try {
      const saved = id
        ? await saveOver(ruleOf(next), { ...from, document: ruleOf(from.document) }, (changed, at) =>
            api.changeNotice(id, changed, at),
          )
        : await api.addNotice(next);
      // At once, and not when all that hangs on it is asked for again: by then somebody may be editing the next thing.
      queries.setQueryData<Schemas['Plan']>(keys.plan, (plan) => plan && withNotice(plan, saved));
      refresh(id ?? saved.id);
      unsaved.delete(key);
      setDraft(saved.notice);
      setFrom({ document: saved.notice, version: saved.version });
      setForm(false);
      setPart(undefined);
      message.success(
        <span>
          {done}
          {id && before && (
            <>
              {' '}
              <Button
                size="small"
                type="link"
                onClick={() =>
                  saveOver(ruleOf(before), { document: ruleOf(saved.notice), version: saved.version }, (old, at) =>
                    api.changeNotice(id, old, at),
                  )
                    .then(() => refresh(id))
                    .catch((e: Error) => message.error(e.message))
                }
              >
                Undo
              </Button>
            </>
          )}
        </span>,
        6,
      );
      if (!id && isHere()) onCreated(saved.id);
    } catch (e) {
      const wrong = e instanceof Problem ? e.errors : [];
      // A state that isn't possible yet is nothing that the form could mend.
      const mendable = wrong.filter((f) => f.field !== 'state');
      if (!form && mendable.length > 0) {
        const first = partOf(mendable[0]);
        if (first) setPart(first);
        else setForm(true);
      }
      setFaults(wrong);
      message.error((e as Error).message, 6);
    } finally {
      setBusy(false);
    }
  };
  const remove = async () => {
    try {
      await api.removeNotice(id!);
      await queries.invalidateQueries({ queryKey: keys.plan });
      refreshChecks(queries);
      message.success(
        <span>
          “{notice.name}” deleted{' '}
          <Button
            size="small"
            type="link"
            onClick={() => api.addNotice(notice).then(() => queries.invalidateQueries({ queryKey: keys.plan }))}
          >
            Undo
          </Button>
        </span>,
        8,
      );
      if (isHere()) onClose();
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  /** The notice as it is here, live beside those that are, over the last 30 days. */
  const rehearse = async () => {
    setBusy(true);
    setFaults([]);
    try {
      const begun = await api.startRehearsal({
        noticeId: id,
        notice: changed || !id ? ruleOf(draft) : undefined,
        compareWith: 'live',
      });
      navigate(`/rehearsals/${begun.rehearsal.id}`);
    } catch (e) {
      setFaults(e instanceof Problem ? e.errors : []);
      message.error((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const cancel = () => {
    unsaved.delete(key);
    if (!id) {
      onClose();
      return;
    }
    setDraft(notice);
    setFrom({ document: notice, version });
    setFaults([]);
    setForm(false);
    setPart(undefined);
  };
  const say = useQuery({
    queryKey: keys.audienceCount(draft.audience ?? EVERYONE),
    queryFn: () => api.countAudience(draft.audience ?? EVERYONE),
    enabled: changed && !isSame(draft.audience, from.document.audience),
    placeholderData: (old) => old,
    retry: false,
  });
  const audienceWords = isSame(draft.audience, from.document.audience)
    ? (audience ?? 'everyone')
    : (say.data?.describe ?? 'these orders');
  return (
    <aside
      className="panel"
      aria-label={id ? `Notice ${notice.name}` : 'New notice'}
      onKeyDown={formKeys(
        () => editing && save(draft, 'Saved', notice),
        () => (part ? setPart(undefined) : onClose()),
      )}
    >
      <h2>
        <span>{draft.name || 'New notice'}</span>
        <span className="flex gap10">
          {changed && <span className="mark gold">not saved</span>}
          {id && <span className={`mark ${stateMark(notice.state)}`}>{stateWords(notice.state)}</span>}
          <button type="button" className="plain" aria-label="Close" onClick={onClose}>
            ✕
          </button>
        </span>
      </h2>
      {form ? (
        <NoticeForm draft={draft} onChange={setDraft} faults={faults} />
      ) : (
        <>
          <Sentence
            notice={draft}
            audience={audienceWords}
            open={part}
            onOpen={(p) => setPart(part === p ? undefined : p)}
          />
          {part && (
            <NoticePart
              part={part}
              draft={draft}
              set={(change) => setDraft({ ...draft, ...change })}
              faults={faults}
              onDone={() => setPart(undefined)}
            />
          )}
        </>
      )}
      <div className="actions">
        {editing ? (
          <>
            <Button type="primary" loading={busy} onClick={() => save(draft, 'Saved', notice)} title="Ctrl+Enter">
              Save
            </Button>
            <Button onClick={rehearse} title="Run past orders through it; nothing is sent">
              Rehearse
            </Button>
            <Button onClick={cancel}>Cancel</Button>
          </>
        ) : (
          <>
            <Button
              type="primary"
              onClick={() => {
                setPart(undefined);
                setForm(true);
              }}
            >
              Edit
            </Button>
            <LifeButtons
              id={id!}
              notice={notice}
              busy={busy}
              onState={(state, done) => save({ ...notice, state }, done, notice)}
              onRehearse={rehearse}
            />
            <Popconfirm
              title="Delete this notice?"
              description="Its planned messages are not sent."
              okText="Delete"
              cancelText="Cancel"
              onConfirm={remove}
            >
              <Button danger>Delete</Button>
            </Popconfirm>
          </>
        )}
      </div>
      {(reach.data || sent) && <Figures notice={draft} reach={reach.data} sent={sent} />}
      <Preview id={id} notice={draft} />
      {id && !editing && <NoticeReasons id={id} now={now} />}
      {id && !editing && (
        <NoticeHistory id={id} onRestore={(old) => save({ ...old, state: notice.state }, 'Restored', notice)} />
      )}
    </aside>
  );
}
