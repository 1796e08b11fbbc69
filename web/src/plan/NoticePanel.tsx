import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Popconfirm } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Fault, keys, Problem, type Schemas } from '../api/client';
import { isSame } from '../api/merge';
import { saveOver, type Versioned } from '../api/versions';
import { channelLabel } from '../channels';
import { formKeys } from '../shell/escape';
import { useMounted } from '../shell/useMounted';
import { listed, perWords } from '../words';
import { Figures } from './Figures';
import { NoticeForm } from './NoticeForm';
import { Preview } from './Preview';
import { triggerWords, waitWords, windowWords } from './timing';

/** What is being changed and not saved yet, by notice: closing the panel, or looking at another one, loses nothing. */
const unsaved = new Map<string, { draft: Schemas['NoticeBody']; from: Versioned<Schemas['NoticeBody']> }>();

/** Its texts are written in Wording, perhaps by somebody else meanwhile. */
const ruleOf = ({ wordings: _wordings, others: _others, ...rule }: Schemas['NoticeBody']) => rule;

type Props = {
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
export function NoticePanel({ id, notice, version = '', audience, sent, onClose, onCreated }: Props) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { message, modal } = App.useApp();
  const key = id ?? `new/${notice.stage}/${notice.channels?.[0]}`;
  const [draft, setDraft] = useState(() => unsaved.get(key)?.draft ?? notice);
  const [from, setFrom] = useState(() => unsaved.get(key)?.from ?? { document: notice, version });
  const [editing, setEditing] = useState(!id || unsaved.has(key));
  const [faults, setFaults] = useState<Fault[]>([]);
  const [busy, setBusy] = useState(false);
  const changed = editing && !isSame(ruleOf(draft), ruleOf(from.document));
  useEffect(() => {
    if (changed) unsaved.set(key, { draft, from });
    else unsaved.delete(key);
  }, [key, changed, draft, from]);
  useEffect(() => {
    if (editing) return;
    setDraft(notice);
    setFrom({ document: notice, version });
  }, [notice, version, editing]);
  const reach = useQuery({
    queryKey: keys.reach(draft),
    queryFn: () => api.reach(draft),
    enabled: !!draft.name,
    placeholderData: (old) => old,
    retry: false,
  });

  const isHere = useMounted();

  const save = async (next: Schemas['NoticeBody'], done: string, before?: Schemas['NoticeBody']) => {
    setBusy(true);
    setFaults([]);
    try {
      const saved = id
        ? await saveOver(ruleOf(next), { ...from, document: ruleOf(from.document) }, (changed, at) =>
            api.changeNotice(id, changed, at),
          )
        : await api.addNotice(next);
      await queries.invalidateQueries({ queryKey: keys.plan });
      unsaved.delete(key);
      setEditing(false);
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
                    .then(() => queries.invalidateQueries({ queryKey: keys.plan }))
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
      setEditing(true);
      setFaults(e instanceof Problem ? e.errors : []);
      message.error((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const remove = async () => {
    try {
      await api.removeNotice(id!);
      await queries.invalidateQueries({ queryKey: keys.plan });
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
  const live = notice.state === 'live';
  const pause = () => save({ ...notice, state: 'paused' }, 'Paused. No messages are sent', notice);
  const goLive = () =>
    save({ ...notice, state: 'live' }, 'Live. Messages are sent for what happens from now on', notice);
  /** Asks once more where something is missing that customers would see. */
  const setLive = async () => {
    try {
      const { warnings } = await api.checkGoLive(id!);
      if (warnings.length === 0) return await goLive();
      modal.confirm({
        title: `Set “${notice.name}” live?`,
        content: (
          <ul className="plainlist">
            {warnings.map((w) => (
              <li key={w}>{w}.</li>
            ))}
          </ul>
        ),
        okText: 'Set live anyway',
        cancelText: 'Not yet',
        onOk: goLive,
      });
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
        compareWithLive: true,
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
    setFaults([]);
    setEditing(false);
  };
  return (
    <aside
      className="panel"
      aria-label={id ? `Notice ${notice.name}` : 'New notice'}
      onKeyDown={formKeys(() => editing && save(draft, 'Saved', notice), onClose)}
    >
      <h2>
        <span>{draft.name || 'New notice'}</span>
        <span className="flex gap10">
          {changed && <span className="mark gold">not saved</span>}
          {id && <span className={`mark ${live ? 'ok' : 'v'}`}>{notice.state}</span>}
          <button type="button" className="plain" aria-label="Close" onClick={onClose}>
            ✕
          </button>
        </span>
      </h2>
      {editing ? (
        <NoticeForm draft={draft} onChange={setDraft} faults={faults} />
      ) : (
        <Sentence notice={draft} audience={audience ?? 'everyone'} />
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
            <Button type="primary" onClick={() => setEditing(true)}>
              Edit
            </Button>
            <Button onClick={rehearse} title="Run past orders through it; nothing is sent">
              Rehearse
            </Button>
            <Button loading={busy} onClick={live ? pause : setLive}>
              {live ? 'Pause' : 'Set live'}
            </Button>
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
    </aside>
  );
}

function Sentence({ notice, audience }: { notice: Schemas['NoticeBody']; audience: string }) {
  const channels = notice.channels ?? [];
  const wait = waitWords(notice);
  const hours = windowWords(notice.window);
  return (
    <p className="say">
      When <u>{triggerWords(notice)}</u>
      {', for '}
      <u>{audience}</u>,{' '}
      {wait === '' ? (
        <>
          <u>at once</u>
          {hours ? ', ' : ' '}
        </>
      ) : (
        <>
          wait <u>{wait}</u>, then{' '}
        </>
      )}
      {hours && (
        <>
          <u>{hours}</u> in the customer’s time{' '}
        </>
      )}
      send “{notice.name}” by{' '}
      {notice.rule === 'all' ? (
        <u>
          {listed(
            channels.map((c) => channelLabel(c)),
            'and',
          )}
        </u>
      ) : (
        channels.map((c, i) => (
          <span key={c}>
            {i > 0 && ', or else '}
            <u>{channelLabel(c)}</u>
          </span>
        ))
      )}
      , <u>{perWords(notice.per ?? 'parcel', notice.stage ?? '')}</u>
      {notice.buttons && notice.buttons.length > 0 && (
        <>
          , and ask{' '}
          {notice.buttons.map((b, i) => (
            <span key={b.id}>
              {i > 0 && ' or '}
              <u>{b.label}</u>
            </span>
          ))}
        </>
      )}
      .
    </p>
  );
}
