import { useQuery } from '@tanstack/react-query';
import { Button, ColorPicker, Input, InputNumber, Popconfirm, Select } from 'antd';
import { useDeferredValue, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { Failed } from '../shell/Failed';
import { MailFrame } from '../shell/MailFrame';
import { languageWords } from '../words';
import { useDo } from './useDo';

const FONTS = [
  { value: 'plain', label: 'plain' },
  { value: 'book', label: 'book' },
  { value: 'wide', label: 'wide' },
];

/** Brand: who is speaking, set once for every mail, text and page; beside it a mail as it will look. */
export function BrandPage() {
  const [shop, setShop] = useState<string>();
  const kept = useQuery({ queryKey: keys.brand(shop), queryFn: () => api.brand(shop), placeholderData: (old) => old });
  const [draft, setDraft] = useState<Schemas['BrandBody']>();
  const [code, setCode] = useState('');
  const logo = useRef<HTMLInputElement>(null);
  const { run, busy, faults } = useDo();
  const b: Schemas['BrandBody'] = draft ?? kept.data?.brand ?? {};
  const shownOf = useDeferredValue(b);
  const shown = useQuery({
    queryKey: keys.brandPreview(shownOf),
    queryFn: () => api.previewBrand(shownOf),
    enabled: 'name' in shownOf,
    placeholderData: (old) => old,
    retry: false,
  });
  if (kept.isError) return <Failed error={kept.error} again={() => kept.refetch()} />;
  if (!kept.data) return <div className="empty">Fetching the brand ...</div>;
  const set = (part: Partial<Schemas['BrandBody']>) => setDraft({ ...b, ...part });
  const wrong = (field: string) =>
    faults
      .filter((f) => f.field === field || f.field.startsWith(`${field}[`))
      .map((f) => (
        <div key={f.message} className="wrong" role="alert">
          {f.message}
        </div>
      ));
  const save = async () => {
    if (
      await run(
        () => api.changeBrand(b, shop),
        shop ? `Saved; ${shop} speaks for itself from now on` : 'Saved; every mail from now on looks like this',
      )
    )
      setDraft(undefined);
  };
  const links = b.links ?? [];
  const setLink = (i: number, part: Partial<Schemas['LinkBody']>) =>
    set({ links: links.map((l, j) => (j === i ? { ...l, ...part } : l)) });
  const text = (
    field: 'name' | 'senderName' | 'senderAddress' | 'smsSender' | 'chatNumber' | 'phone' | 'postalAddress' | 'helpUrl',
    label: string,
    placeholder?: string,
  ) => (
    <div>
      <label htmlFor={`b-${field}`}>{label}</label>
      <Input
        id={`b-${field}`}
        placeholder={placeholder}
        value={b[field] ?? ''}
        onChange={(e) => set({ [field]: e.target.value })}
      />
      {wrong(field)}
    </div>
  );
  return (
    <div className="work">
      <main
        className="main pad"
        onKeyDown={(e) => {
          if (e.key === 'Enter' && e.ctrlKey && draft) save();
        }}
      >
        {kept.data.shops.length > 1 && (
          <div className="row" role="group" aria-label="Whose brand" style={{ marginBottom: 10 }}>
            {[undefined, ...kept.data.shops.map((s) => s.shop)].map((s) => (
              <button
                key={s ?? ''}
                type="button"
                className={`pill ${s === shop ? 'on' : ''}`}
                aria-pressed={s === shop}
                onClick={() => {
                  setShop(s);
                  setDraft(undefined);
                }}
              >
                {s ? `shop ${s}` : 'every shop'}
                {s && kept.data!.shops.find((x) => x.shop === s)?.own ? ' (own)' : ''}
              </button>
            ))}
            {shop && !kept.data.own && (
              <span className="soft">
                {shop} speaks as every shop does. Change something and save, and it speaks for itself.
              </span>
            )}
            {shop && kept.data.own && (
              <Popconfirm
                title={`Let ${shop} speak as every shop does?`}
                okText="Yes"
                cancelText="No"
                onConfirm={() =>
                  run(() => api.dropBrand(shop), `${shop} speaks as every shop does`).then(() => setDraft(undefined))
                }
              >
                <Button size="small">Speak as every shop does</Button>
              </Popconfirm>
            )}
          </div>
        )}
        <section className="card form">
          <h2>Who is speaking</h2>
          <div className="two">
            {text('name', 'Name, as customers know it')}
            {text('smsSender', 'SMS sender', 'up to 11 letters and digits')}
          </div>
          <div className="two">
            {text('senderAddress', 'Sender’s address of every e-mail')}
            {text('senderName', 'Sender’s name', b.name)}
          </div>
          <div className="proof">
            {kept.data.proven && (!draft || draft.senderAddress === kept.data.brand.senderAddress) ? (
              <>
                <span className="mark ok">proven</span>{' '}
                <span className="soft">{kept.data.brand.senderAddress} answered.</span>
              </>
            ) : draft && draft.senderAddress !== kept.data.brand.senderAddress ? (
              <span className="soft">Save first; then the new address has to be proven.</span>
            ) : (
              <>
                <span className="mark bad">not proven</span>{' '}
                <span className="soft">
                  No notice with e-mail can be switched on before a code sent to {kept.data.brand.senderAddress} came
                  back.
                </span>
                <div className="row" style={{ marginTop: 6 }}>
                  <Button
                    size="small"
                    loading={busy}
                    onClick={() =>
                      run(() => api.proveSender(shop), `A code is on its way to ${kept.data!.brand.senderAddress}`)
                    }
                  >
                    Send the code
                  </Button>
                  <Input
                    size="small"
                    aria-label="The code"
                    placeholder="6 digits"
                    style={{ width: 100 }}
                    className="mono"
                    value={code}
                    onChange={(e) => setCode(e.target.value)}
                  />
                  <Button
                    size="small"
                    disabled={code.trim().length < 6}
                    onClick={async () => {
                      if (await run(() => api.answerProof(code, shop), 'The address is proven')) setCode('');
                    }}
                  >
                    It says this
                  </Button>
                </div>
              </>
            )}
          </div>
          <div className="two">
            {text('chatNumber', 'Chat number', 'the account’s own')}
            <div>
              <label htmlFor="b-language">
                {shop ? 'Language for customers whose own has no words' : 'Language of the words for everyone'}
              </label>
              <Select
                id="b-language"
                showSearch
                style={{ width: '100%' }}
                value={b.language ?? 'en'}
                onChange={(language) => set({ language })}
                options={[...new Set(['en', 'de', 'fr', 'es', 'it', 'nl', 'sv', 'pl', b.language ?? 'en'])].map(
                  (l) => ({ value: l, label: languageWords(l) }),
                )}
              />
              {wrong('language')}
            </div>
          </div>
          {kept.data.gateways.length < 3 && (
            <p className="soft">
              Channels without a gateway keep their messages waiting.{' '}
              <Link className="link" to="/setup/gateways">
                Go to Gateways
              </Link>
            </p>
          )}
        </section>
        <section className="card form" style={{ marginTop: 12 }}>
          <h2>How it looks</h2>
          <div className="row" style={{ flexWrap: 'wrap' }}>
            <div>
              <label htmlFor="b-colour">Buttons</label>
              <ColorPicker
                disabledAlpha
                showText
                value={b.colour ?? '#2d2142'}
                onChangeComplete={(c) => set({ colour: c.toHexString().slice(0, 7) })}
              />
            </div>
            <div>
              <label htmlFor="b-ground">Ground</label>
              <ColorPicker
                disabledAlpha
                showText
                value={b.ground ?? '#fbf8f1'}
                onChangeComplete={(c) => set({ ground: c.toHexString().slice(0, 7) })}
              />
            </div>
            <div>
              <label htmlFor="b-font">Font</label>
              <Select
                id="b-font"
                style={{ width: 100 }}
                value={b.font ?? 'plain'}
                onChange={(font) => set({ font })}
                options={FONTS}
              />
            </div>
            <div>
              <label htmlFor="b-button">Buttons are</label>
              <Select
                id="b-button"
                style={{ width: 110 }}
                value={b.button ?? 'filled'}
                onChange={(button) => set({ button })}
                options={[
                  { value: 'filled', label: 'filled' },
                  { value: 'outlined', label: 'outlined' },
                ]}
              />
              {wrong('button')}
            </div>
            <div>
              <label htmlFor="b-corner">Corners, px</label>
              <InputNumber
                id="b-corner"
                min={0}
                max={24}
                style={{ width: 80 }}
                value={b.corner ?? 6}
                onChange={(n) => set({ corner: n ?? 0 })}
              />
            </div>
            <div>
              <label>Logo</label>
              <Button onClick={() => logo.current?.click()}>{b.logo ? 'Other logo' : 'Load a logo'}</Button>
              <input
                ref={logo}
                type="file"
                accept="image/png,image/jpeg,image/gif"
                className="visually-hidden"
                tabIndex={-1}
                aria-label="Logo file"
                onChange={async (e) => {
                  const f = e.target.files?.[0];
                  const made = f && (await run(() => api.brandLogo(f)));
                  if (made) set({ logo: made.name, logoWidth: made.width });
                }}
              />
            </div>
            {b.logo && (
              <>
                <div>
                  <label htmlFor="b-logo-width">Logo’s width, px</label>
                  <InputNumber
                    id="b-logo-width"
                    min={20}
                    max={600}
                    style={{ width: 90 }}
                    value={b.logoWidth ?? 350}
                    onChange={(n) => set({ logoWidth: n ?? 350 })}
                  />
                </div>
                <Button type="link" onClick={() => set({ logo: undefined })}>
                  without logo
                </Button>
              </>
            )}
          </div>
          {wrong('colour')}
          {wrong('ground')}
          {wrong('logoWidth')}
          {shown.data && (
            <p style={{ marginTop: 8 }}>
              <span className={`mark ${shown.data.contrast >= 4.5 ? 'ok' : 'bad'}`}>
                {shown.data.contrast.toFixed(1)} : 1
              </span>{' '}
              <span className="soft">
                contrast of the buttons’ words (WCAG asks for 4.5); they are{' '}
                {shown.data.buttonText === '#ffffff' ? 'white' : 'black'} by themselves.
              </span>
            </p>
          )}
        </section>
        <section className="card form" style={{ marginTop: 12 }}>
          <h2>At the foot of every mail</h2>
          <div className="two">
            {text('postalAddress', 'Postal address (mail rules demand it)')}
            {text('phone', 'Telephone')}
          </div>
          {text('helpUrl', 'Help page', 'https://')}
          <label>Links: returns, social pages</label>
          {links.map((l, i) => (
            <div key={i} className="row" style={{ marginBottom: 4 }}>
              <Input
                size="small"
                aria-label={`Link ${i + 1} says`}
                style={{ width: 160 }}
                value={l.label}
                onChange={(e) => setLink(i, { label: e.target.value })}
              />
              <Input
                size="small"
                aria-label={`Link ${i + 1} leads to`}
                className="mono"
                value={l.url}
                onChange={(e) => setLink(i, { url: e.target.value })}
              />
              <Button
                size="small"
                aria-label={`Remove link ${i + 1}`}
                onClick={() => set({ links: links.filter((_, j) => j !== i) })}
              >
                ✕
              </Button>
            </div>
          ))}
          {wrong('links')}
          {links.length < 8 && (
            <Button size="small" onClick={() => set({ links: [...links, { label: '', url: 'https://' }] })}>
              Add a link
            </Button>
          )}
        </section>
        <div className="actions">
          <Button type="primary" loading={busy} disabled={!draft} onClick={save} title="Ctrl+Enter">
            Save
          </Button>
          {draft && <Button onClick={() => setDraft(undefined)}>Take back</Button>}
        </div>
      </main>
      <aside className="panel" style={{ width: 480 }} aria-label="A mail of this brand">
        <h2>So it will look</h2>
        {shown.isError ? (
          <p className="box">
            <span className="mark bad">!</span> {shown.error.message}
          </p>
        ) : (
          shown.data && (
            <div className="preview tall">
              <MailFrame html={shown.data.html} title="A mail of this brand" />
            </div>
          )
        )}
      </aside>
    </div>
  );
}
