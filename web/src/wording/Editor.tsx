import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Dropdown, Input, Popconfirm } from 'antd';
import { lazy, type ReactNode, Suspense, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Fault, keys, Problem, type Schemas } from '../api/client';
import { saveOver } from '../api/versions';
import { channelLabel, channelOf } from '../channels';
import { WritingLanguage } from '../direction';
import { isForSomethingInside } from '../shell/escape';
import { useMounted } from '../shell/useMounted';
import { languageWords, stageWords } from '../words';
import { BlockList, piecesQuery } from './BlockList';
import { Compare } from './Compare';
import { CopyBox } from './CopyBox';
import { type Block, begin, change, type Draft, over, redo, same, undo, type Wording } from './draft';
import { dropDraft, findDraft, hasDrafts, keepDraft } from './drafts';
import { Places } from './Places';
import { PreviewPane } from './PreviewPane';
import { everyone, nameOf, PAGE, type Place, path, variantWords } from './place';

const FieldText = lazy(() => import('./FieldText').then((m) => ({ default: m.FieldText })));
const OF_ORDER = ['ordered', 'cancelled', 'refunded'];

type Props = { place: Place; view: Schemas['WordingView']; plan: Schemas['Plan'] };

/** One wording: its parts edited in place, what it inherits shown as such, the message beside it. */
export function Editor({ place, view, plan }: Props) {
  // Whatever the address left out, such as the default language, is said here: one place, one draft.
  const key = nameOf({
    notice: view.notice,
    channel: view.channel,
    language: view.language,
    shop: view.variant.shop,
    carrier: view.variant.carrier,
    country: view.variant.country,
  });
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const pieces = useQuery(piecesQuery);
  // The parts it would have without its own: what stands in the place it inherits from.
  const kept = view.own ?? {};
  const [draft, setDraft] = useState<Draft>(() => findDraft(key)?.draft ?? begin(kept));
  const [from, setFrom] = useState(() => findDraft(key)?.from ?? { document: kept, version: view.version });
  const [faults, setFaults] = useState<Fault[]>([]);
  const [busy, setBusy] = useState(false);
  const [aside, setAside] = useState<'history' | 'starter' | 'copy'>();
  const inherited = useQuery({
    queryKey: keys.wording({ notice: view.notice, channel: view.channel, language: view.language }),
    queryFn: () => api.wording({ notice: view.notice, channel: view.channel, language: view.language }),
    enabled: !everyone(view.variant),
  });
  const base = everyone(view.variant) ? undefined : (inherited.data?.whole ?? undefined);
  const own = draft.now;
  const whole = over(own, base);
  const changed = !same(own, from.document);
  useEffect(() => {
    if (changed) keepDraft(key, { draft, from });
    else dropDraft(key);
  }, [key, draft, from, changed]);
  if (!changed && from.version !== view.version) {
    // Somebody else saved it, and nothing has been written here: theirs is shown.
    setDraft(begin(kept));
    setFrom({ document: kept, version: view.version });
  }
  useEffect(() => {
    const leave = (e: BeforeUnloadEvent) => hasDrafts() && e.preventDefault();
    window.addEventListener('beforeunload', leave);
    return () => window.removeEventListener('beforeunload', leave);
  }, []);

  const edit = (part: Partial<Wording>, what?: string) =>
    setDraft((d) => change(d, { ...d.now, ...part }, what, Date.now()));
  const save = async (wording: Wording, said: string) => {
    setBusy(true);
    setFaults([]);
    try {
      const done = await saveOver(wording, from, (text, version) => api.changeWording(place, text, version));
      setDraft(begin(done.own ?? {}));
      setFrom({ document: done.own ?? {}, version: done.version });
      dropDraft(key);
      await queries.invalidateQueries({
        predicate: (q) => ['wording', 'wordings', 'wording-history', 'plan'].includes(String(q.queryKey[0])),
      });
      message.success(said);
    } catch (e) {
      setFaults(e instanceof Problem ? e.errors : []);
      message.error((e as Error).message, 6);
    } finally {
      setBusy(false);
    }
  };
  const saveNow = () => save(own, channelOf(view.channel)?.savedMessage ?? 'Saved');
  useEffect(() => {
    // Wherever the cursor stands; in the editor itself the editor has done it already.
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key !== 'Enter' || isForSomethingInside(e)) return;
      e.preventDefault();
      if (changed && !busy) saveNow();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  const isHere = useMounted();
  const remove = async () => {
    try {
      await api.removeWording(place);
      const removed = await api.wording(place);
      dropDraft(key);
      await queries.invalidateQueries();
      message.success(
        <span>
          Deleted{' '}
          <Button
            size="small"
            type="link"
            onClick={() =>
              api
                .changeWording(place, kept, removed.version)
                .then(() => queries.invalidateQueries())
                .catch((x: Error) => message.error(x.message))
            }
          >
            Undo
          </Button>
        </span>,
        8,
      );
      if (!isHere()) return;
      navigate(
        path({
          notice: view.notice,
          channel: view.channel,
          language: everyone(view.variant) ? undefined : view.language,
        }),
      );
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  const page = view.notice === PAGE;
  const isBase = view.places[0]?.language === view.language && everyone(view.variant);
  const wrong = (...parts: string[]) => {
    const mine = faults.filter((f) => parts.some((p) => f.field === p || f.field.startsWith(`${p}[`)));
    return mine.length
      ? mine.map((f) => (
          <div key={f.message} className="wrong" role="alert">
            {f.message}
          </div>
        ))
      : undefined;
  };
  const fields = view.fields;
  const line = (
    part: 'subject' | 'preview' | 'header' | 'footer',
    label: string,
    placeholder: string,
    mode: 'line' | 'lines' = 'line',
  ) => (
    <Part
      label={label}
      inherited={!!base && own[part] == null}
      onOwn={() => edit({ [part]: base?.[part] ?? '' })}
      onInherit={base && own[part] != null ? () => edit({ [part]: undefined }) : undefined}
      inheritedText={base?.[part] ?? ''}
    >
      <FieldText
        label={label}
        mode={mode}
        value={own[part] ?? ''}
        onChange={(v) =>
          edit(
            {
              [part]:
                v === '' && (part === 'header' || part === 'footer' || part === 'preview') && !base ? undefined : v,
            },
            part,
          )
        }
        fields={part === 'header' || part === 'footer' ? [] : fields}
        placeholder={placeholder}
        invalid={!!wrong(part)}
      />
      {wrong(part)}
    </Part>
  );
  const body = own.blocks != null || !!own.text || !!own.html || own.text === '';
  return (
    <>
      <main
        className="main wording"
        aria-label={`Wording of ${view.name}`}
        onKeyDown={(e) => {
          if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z') {
            e.preventDefault();
            setDraft(e.shiftKey ? redo : undo);
          } else if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'y') {
            e.preventDefault();
            setDraft(redo);
          } else if ((e.ctrlKey || e.metaKey) && (e.key === 'Enter' || e.key.toLowerCase() === 's')) {
            e.preventDefault();
            if (changed) saveNow();
          }
        }}
      >
        <header className="wordinghead">
          <div className="row spread">
            <h2>
              {view.name}{' '}
              <span className="soft">
                {page
                  ? 'of every order'
                  : `by ${channelLabel(view.channel)}, when ${stageWords(view.stage).toLowerCase()}`}
              </span>
            </h2>
            <span className="row">
              <Button
                size="small"
                aria-label="Undo"
                title="Ctrl+Z"
                disabled={draft.past.length === 0}
                onClick={() => setDraft(undo)}
              >
                ↶
              </Button>
              <Button
                size="small"
                aria-label="Redo"
                title="Ctrl+Shift+Z"
                disabled={draft.future.length === 0}
                onClick={() => setDraft(redo)}
              >
                ↷
              </Button>
              <Dropdown
                trigger={['click']}
                menu={{
                  items: [
                    { key: 'history', label: 'History' },
                    ...(view.starter ? [{ key: 'starter', label: 'Compare with the starter' }] : []),
                    ...(view.whole && !page ? [{ key: 'copy', label: 'Copy to another notice or channel' }] : []),
                    ...(page ? [] : [{ key: 'plan', label: 'Open in Plan' }]),
                  ],
                  onClick: ({ key: k }) => (k === 'plan' ? navigate(`/plan/${view.notice}`) : setAside(k as 'history')),
                }}
              >
                <Button size="small">More</Button>
              </Dropdown>
              {!isBase && view.own && (
                <Popconfirm
                  title={`Delete ${languageWords(view.language)}, ${variantWords(view.variant, plan.carriers)}?`}
                  description="These customers get the default text."
                  okText="Delete this version"
                  cancelText="Cancel"
                  onConfirm={remove}
                >
                  <Button size="small" danger>
                    Delete this version
                  </Button>
                </Popconfirm>
              )}
              <Button
                size="small"
                type="primary"
                loading={busy}
                disabled={!changed}
                onClick={saveNow}
                title="Ctrl+Enter"
              >
                Save
              </Button>
            </span>
          </div>
          <Places view={view} plan={plan} languages={pieces.data?.languages ?? []} />
          {view.approval && <ApprovalLine approval={view.approval} changed={changed} />}
        </header>
        <Suspense fallback={<div className="empty">Loading the editor …</div>}>
          <WritingLanguage value={view.language}>
            <div className="parts form">
              {!view.own && !changed && everyone(view.variant) && (
                <div className="box">
                  <b>There is no text in {languageWords(view.language)} yet.</b> Customers who speak it get the default
                  text.
                  <div className="actions">
                    {view.starter && (
                      <Button size="small" type="primary" onClick={() => edit(view.starter!)}>
                        Use the starter
                      </Button>
                    )}
                    {!page && (
                      <Button
                        size="small"
                        onClick={() =>
                          edit(
                            view.channel === 'email'
                              ? { subject: '', blocks: [{ kind: 'text', text: '' }] }
                              : { text: '' },
                          )
                        }
                      >
                        Start empty
                      </Button>
                    )}
                  </div>
                </div>
              )}
              {wrong('wording')}
              {(view.own || changed || !everyone(view.variant)) && (
                <>
                  {view.channel === 'email' && !page && line('subject', 'Subject', 'Subject of the e-mail')}
                  {view.channel === 'email' &&
                    !page &&
                    line('preview', 'Preview line', 'Shown beside the subject in the inbox')}
                  {view.channel === 'whatsapp' && line('header', 'Header', 'Bold, above the text (optional)')}
                  <Part
                    label={page ? 'Page' : view.channel === 'email' ? 'Mail' : 'Text'}
                    inherited={!!base && !body}
                    inheritedText="Inherited text"
                    onOwn={() => edit({ blocks: base?.blocks, text: base?.text, html: base?.html })}
                    onInherit={
                      base && body ? () => edit({ blocks: undefined, text: undefined, html: undefined }) : undefined
                    }
                  >
                    {view.channel === 'email' ? (
                      <MailBody
                        own={own}
                        edit={edit}
                        view={view}
                        pieces={pieces.data}
                        fields={fields}
                        wrong={wrong}
                        labels={whole.buttons ?? {}}
                      />
                    ) : (
                      <FieldText
                        label="Text"
                        mode="lines"
                        value={own.text ?? ''}
                        onChange={(text) => edit({ text }, 'text')}
                        fields={fields}
                        placeholder="Write here. Type / for a field"
                        invalid={!!wrong('text')}
                      />
                    )}
                    {wrong('text', 'buttons')}
                  </Part>
                  {view.channel === 'whatsapp' && line('footer', 'Footer', 'Small, below the text (optional)')}
                  {view.channel === 'whatsapp' && (
                    <ChatButtons own={own} edit={edit} view={view} wrong={wrong} fields={fields} />
                  )}
                </>
              )}
            </div>
          </WritingLanguage>
        </Suspense>
      </main>
      <PreviewPane
        view={view}
        wording={changed ? own : undefined}
        onReplace={(found, use) => edit({ text: (own.text ?? base?.text ?? '').replaceAll(found, use) })}
      />
      {(aside === 'history' || aside === 'starter') && (
        <Compare
          place={place}
          now={whole}
          starter={view.starter}
          first={aside}
          onClose={() => setAside(undefined)}
          onReturn={(w, what) => {
            setDraft((d) => change(d, w, undefined, Date.now()));
            setAside(undefined);
            message.info(`${what} in the editor. Save it to use it`);
          }}
        />
      )}
      {aside === 'copy' && (
        <CopyBox
          place={place}
          view={view}
          plan={plan}
          languages={pieces.data?.languages ?? []}
          onClose={() => setAside(undefined)}
        />
      )}
    </>
  );
}

/** A part with its name; where it is inherited, what it inherits, and the button to say something else. */
function Part({
  label,
  inherited,
  inheritedText,
  onOwn,
  onInherit,
  children,
}: {
  label: string;
  inherited: boolean;
  inheritedText?: string;
  onOwn: () => void;
  onInherit?: () => void;
  children: ReactNode;
}) {
  return (
    <section className="part" aria-label={label}>
      <div className="row spread">
        <span className="partname">{label}</span>
        {onInherit && (
          <button type="button" className="plain link soft" onClick={onInherit}>
            Use the inherited text
          </button>
        )}
      </div>
      {inherited ? (
        <div className="inheritedbox">
          <span>{inheritedText || 'Nothing'}</span>
          <span className="mark v">inherited</span>
          <Button size="small" onClick={onOwn}>
            Override
          </Button>
        </div>
      ) : (
        children
      )}
    </section>
  );
}

function ApprovalLine({ approval: a, changed }: { approval: Schemas['Approval']; changed: boolean }) {
  const since = new Date(a.at).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
  const words: Record<string, string> = {
    submitted: 'has been on its way to the chat network',
    pending: 'has been in review at the chat network',
    approved: 'has been approved by the chat network',
    refused: 'has been rejected by the chat network',
  };
  return (
    <div className="approval">
      <span className={`mark ${a.status === 'approved' ? 'ok' : a.status === 'refused' ? 'bad' : 'gold'}`}>
        {a.status === 'approved' ? 'approved' : a.status === 'refused' ? 'rejected' : 'in review'}
      </span>{' '}
      This text {words[a.status] ?? a.status} since {since}
      {a.reason ? `: ${a.reason}` : ''}.{' '}
      {a.status !== 'approved' &&
        (a.before ? 'Until then the last approved version is sent.' : 'Until it is approved, nothing is sent.')}
      {changed && ' Your changes are submitted when you save.'}
    </div>
  );
}

type Body = {
  own: Wording;
  edit: (part: Partial<Wording>, what?: string) => void;
  view: Schemas['WordingView'];
  pieces?: Schemas['WordingParts'];
  fields: Schemas['Use'][];
  wrong: (...parts: string[]) => ReactNode;
  labels: Record<string, string>;
};

/** An e-mail's body: blocks, or HTML written by hand. */
function MailBody({ own, edit, view, pieces, fields, wrong, labels }: Body) {
  const { message } = App.useApp();
  const source = own.html != null && own.html !== '';
  const blocks: Block[] = own.blocks ?? [];
  const page = view.notice === PAGE;
  const toSource = async () => {
    try {
      edit({ html: (await api.wordingSource(own)).html });
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  if (source) {
    return (
      <>
        <div className="row soft mb4">
          <span className="grow">
            HTML by hand, for the body alone: frame, styles and footer are added around it (HTML in the preview shows
            the whole). Fields in braces;{' '}
            {view.fields.length > 0 && '{{block.items}}, {{block.parcel}} and the like are whole blocks'}; scripts are
            removed.
          </span>
          {blocks.length > 0 && (
            <Popconfirm
              title="Switch back to blocks?"
              description="Your HTML is discarded."
              okText="Switch to blocks"
              cancelText="Cancel"
              onConfirm={() => edit({ html: undefined })}
            >
              <Button size="small">Switch to blocks</Button>
            </Popconfirm>
          )}
        </div>
        <Input.TextArea
          aria-label="HTML of the mail"
          className="mono"
          spellCheck={false}
          autoSize={{ minRows: 16, maxRows: 34 }}
          value={own.html}
          onChange={(e) => edit({ html: e.target.value }, 'html')}
          status={wrong('html') ? 'error' : undefined}
        />
        {wrong('html', 'blocks')}
      </>
    );
  }
  return (
    <>
      <BlockList
        label={page ? 'Blocks of the page' : 'Blocks of the mail'}
        blocks={blocks}
        onChange={(b, what) => edit({ blocks: b }, what)}
        wrong={(i) => wrong(`blocks[${i}]`)}
        around={{
          fields,
          page,
          ofOrder: OF_ORDER.includes(view.stage),
          buttons: view.buttons,
          labels,
          pieces,
          onLabels: (buttons) =>
            edit({ buttons: Object.fromEntries(Object.entries(buttons).filter(([, v]) => v !== '')) }, 'buttons'),
        }}
      />
      {wrong('blocks')}
      {!page && (
        <div className="row mt6">
          <Button size="small" type="link" onClick={toSource}>
            Edit as HTML
          </Button>
        </div>
      )}
    </>
  );
}

/** Reply buttons of a question, or one button that opens an address. */
function ChatButtons({
  own,
  edit,
  view,
  wrong,
  fields,
}: {
  own: Wording;
  edit: (part: Partial<Wording>, what?: string) => void;
  view: Schemas['WordingView'];
  wrong: (...parts: string[]) => ReactNode;
  fields: Schemas['Use'][];
}) {
  if (view.buttons.length > 0) {
    return (
      <section className="part" aria-label="Reply buttons">
        <span className="partname">Labels of the reply buttons</span>
        <div className="row">
          {view.buttons.map((b) => (
            <Input
              key={b.id}
              className="w170"
              maxLength={20}
              aria-label={`Label of button “${b.label}”`}
              placeholder={b.label}
              value={own.buttons?.[b.id] ?? ''}
              onChange={(e) => {
                const buttons = { ...own.buttons, [b.id]: e.target.value };
                if (e.target.value === '') delete buttons[b.id];
                edit({ buttons: Object.keys(buttons).length ? buttons : undefined }, `button.${b.id}`);
              }}
            />
          ))}
        </div>
      </section>
    );
  }
  return (
    <section className="part" aria-label="Link button">
      <div className="row spread">
        <span className="partname">Link button</span>
        {own.link ? (
          <button type="button" className="plain link soft" onClick={() => edit({ link: undefined })}>
            Remove link button
          </button>
        ) : (
          <Button
            size="small"
            onClick={() => edit({ link: { label: 'Track your parcel', url: '{{parcel.trackingLink}}' } })}
          >
            Add link button
          </Button>
        )}
      </div>
      {own.link && (
        <div className="pairs">
          <Input
            aria-label="Label of the link button"
            maxLength={20}
            value={own.link.label}
            onChange={(e) => edit({ link: { ...own.link!, label: e.target.value } }, 'link.label')}
          />
          <FieldText
            label="Address of the link button"
            mode="line"
            value={own.link.url ?? ''}
            onChange={(url) => edit({ link: { ...own.link!, url } }, 'link.url')}
            fields={fields}
          />
        </div>
      )}
      {wrong('link')}
    </section>
  );
}
