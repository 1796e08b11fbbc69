import { useQuery } from '@tanstack/react-query';
import { Button, ColorPicker, Input, InputNumber, Popconfirm, Select } from 'antd';
import { useDeferredValue, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { useDraft } from '../api/versions';
import { Failed } from '../shell/Failed';
import { MailFrame } from '../shell/MailFrame';
import { languageWords } from '../words';
import { BrandPages } from './BrandPages';
import { BrandReturns } from './BrandReturns';
import { SenderAuthentication } from './SenderAuthentication';
import { SenderCode } from './SenderCode';
import { rename } from './senderNames';
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
  const draft = useDraft<Schemas['BrandBody']>(
    {
      document: kept.data?.brand ?? {},
      version: kept.data?.version ?? '',
    },
    `brand/${shop ?? ''}`,
  );
  const logo = useRef<HTMLInputElement>(null);
  const sender = useQuery({ queryKey: keys.sender({ shop }), queryFn: () => api.sender({ shop }) });
  const address = useQuery({ queryKey: keys.publicAddress, queryFn: api.publicAddress });
  const { run, busy, faults } = useDo();
  const b = draft.now;
  const shownOf = useDeferredValue(b);
  const shown = useQuery({
    queryKey: keys.brandPreview(shownOf),
    queryFn: () => api.previewBrand(shownOf),
    enabled: 'name' in shownOf,
    placeholderData: (old) => old,
    retry: false,
  });
  if (kept.isError) return <Failed error={kept.error} again={() => kept.refetch()} />;
  if (!kept.data) return <div className="empty">Loading the brand …</div>;
  const set = draft.set;
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
        () => draft.save((changed, version) => api.changeBrand(changed, version, shop)),
        shop ? `Saved. ${shop} has its own brand now` : 'Saved. All new messages use this brand',
      )
    )
      draft.reset();
  };
  const links = b.links ?? [];
  const setLink = (i: number, part: Partial<Schemas['LinkBody']>) =>
    set({ links: links.map((l, j) => (j === i ? { ...l, ...part } : l)) });
  const text = (
    field:
      | 'name'
      | 'senderName'
      | 'senderAddress'
      | 'smsSender'
      | 'chatNumber'
      | 'replyTo'
      | 'phone'
      | 'postalAddress'
      | 'helpUrl',
    label: string,
    placeholder?: string,
  ) => (
    <div>
      <label htmlFor={`b-${field}`}>{label}</label>
      <Input
        id={`b-${field}`}
        placeholder={placeholder}
        value={b[field] ?? ''}
        onChange={(e) => set(field === 'name' ? rename(e.target.value, b) : { [field]: e.target.value })}
      />
      {wrong(field)}
    </div>
  );
  return (
    <div className="work">
      <main
        className="main pad"
        onKeyDown={(e) => {
          if (e.key === 'Enter' && e.ctrlKey && draft.changed) save();
        }}
      >
        {kept.data.shops.length > 1 && (
          <div className="row mb10" role="group" aria-label="Whose brand">
            {[undefined, ...kept.data.shops.map((s) => s.shop)].map((s) => (
              <button
                key={s ?? ''}
                type="button"
                className={`pill ${s === shop ? 'on' : ''}`}
                aria-pressed={s === shop}
                onClick={() => {
                  setShop(s);
                  draft.reset();
                }}
              >
                {s ? `shop ${s}` : 'all shops'}
                {s && kept.data!.shops.find((x) => x.shop === s)?.own ? ' (own)' : ''}
              </button>
            ))}
            {shop && !kept.data.own && (
              <span className="soft">
                {shop} uses the brand of all shops. Change something and save to give it its own.
              </span>
            )}
            {shop && kept.data.own && (
              <Popconfirm
                title={`Use the brand of all shops for ${shop}?`}
                okText="Yes"
                cancelText="No"
                onConfirm={() =>
                  run(() => api.dropBrand(shop), `${shop} uses the brand of all shops`).then(() => draft.reset())
                }
              >
                <Button size="small">Use the brand of all shops</Button>
              </Popconfirm>
            )}
          </div>
        )}
        <section className="card form">
          <h2>Sender</h2>
          <div className="two">
            {text('name', 'Brand name')}
            {text('smsSender', 'SMS sender', 'up to 11 letters and digits')}
          </div>
          <div className="two">
            {text('senderAddress', 'Sender address of e-mails', 'orders@shop.example')}
            {text('senderName', 'Sender name of e-mails', b.name)}
          </div>
          <div className="two">{text('replyTo', 'Answers to e-mails go to', b.senderAddress ?? '')}</div>
          <div className="proof">
            {!b.senderAddress ? (
              <span className="soft">Enter the address that e-mails come from, and save. Then verify it.</span>
            ) : b.senderAddress !== kept.data.brand.senderAddress ? (
              <span className="soft">Save first. Then verify the new address.</span>
            ) : (
              <SenderCode of={{ shop }} why="No notice with e-mail can be switched on" />
            )}
          </div>
          <div className="two">
            {text('chatNumber', 'Chat number', 'the account’s number')}
            <div>
              <label htmlFor="b-language">{shop ? 'Default language' : 'Default language'}</label>
              <Select
                id="b-language"
                showSearch
                className="full"
                value={b.language ?? 'en'}
                onChange={(language) => set({ language })}
                options={[...new Set(['en', 'de', 'fr', 'es', 'it', 'nl', 'sv', 'pl', b.language ?? 'en'])].map(
                  (l) => ({ value: l, label: languageWords(l) }),
                )}
              />
              {wrong('language')}
            </div>
          </div>
          {sender.data?.canSend === false && (
            <p className="soft">
              No mail server is set up; e-mails wait until there is one.{' '}
              <Link className="link" to="/setup/gateways">
                Go to Gateways
              </Link>
            </p>
          )}
        </section>
        {kept.data.brand.senderAddress && <SenderAuthentication key={shop ?? ''} shop={shop} />}
        <section className="card form mt12">
          <h2>Design</h2>
          <div className="row wrap">
            <div>
              <label htmlFor="b-colour">Button colour</label>
              <ColorPicker
                disabledAlpha
                showText
                value={b.colour ?? '#2d2142'}
                onChangeComplete={(c) => set({ colour: c.toHexString().slice(0, 7) })}
              />
            </div>
            <div>
              <label htmlFor="b-ground">Background</label>
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
                className="w100"
                value={b.font ?? 'plain'}
                onChange={(font) => set({ font })}
                options={FONTS}
              />
            </div>
            <div>
              <label htmlFor="b-button">Button style</label>
              <Select
                id="b-button"
                className="w110"
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
              <label htmlFor="b-corner">Corner radius, px</label>
              <InputNumber
                id="b-corner"
                min={0}
                max={24}
                className="w80"
                value={b.corner ?? 6}
                onChange={(n) => set({ corner: n ?? 0 })}
              />
            </div>
            <div>
              <div className="label">Logo</div>
              <Button onClick={() => logo.current?.click()}>{b.logo ? 'Change logo' : 'Upload logo'}</Button>
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
                  <label htmlFor="b-logo-width">Logo width, px</label>
                  <InputNumber
                    id="b-logo-width"
                    min={20}
                    max={600}
                    className="w90"
                    value={b.logoWidth ?? 350}
                    onChange={(n) => set({ logoWidth: n ?? 350 })}
                  />
                </div>
                <Button type="link" onClick={() => set({ logo: undefined })}>
                  Remove logo
                </Button>
              </>
            )}
          </div>
          {wrong('colour')}
          {wrong('ground')}
          {wrong('logoWidth')}
          {shown.data && (
            <p className="mt8">
              <span className={`mark ${shown.data.contrast >= 4.5 ? 'ok' : 'bad'}`}>
                {shown.data.contrast.toFixed(1)} : 1
              </span>{' '}
              <span className="soft">
                contrast of the button text (WCAG asks for 4.5). It is{' '}
                {shown.data.buttonText === '#ffffff' ? 'white' : 'black'} automatically.
              </span>
            </p>
          )}
        </section>
        <section className="card form mt12">
          <h2>Footer of e-mails</h2>
          <div className="two">
            {text('postalAddress', 'Postal address (required)')}
            {text('phone', 'Telephone')}
          </div>
          {text('helpUrl', 'Help page', 'https://')}
          <div className="label">Links, such as returns and social media</div>
          {links.map((l, i) => (
            <div key={i} className="row mb4">
              <Input
                size="small"
                aria-label={`Label of link ${i + 1}`}
                className="w160"
                value={l.label}
                onChange={(e) => setLink(i, { label: e.target.value })}
              />
              <Input
                size="small"
                aria-label={`Address of link ${i + 1}`}
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
              Add link
            </Button>
          )}
        </section>
        <BrandPages
          pages={b.pages ?? {}}
          shops={shop ? [shop] : kept.data.shops.filter((s) => !s.own).map((s) => s.shop)}
          address={address.data?.address}
          onChange={(pages) => set({ pages })}
        />
        <BrandReturns
          terms={b.returns ?? {}}
          canTurnOn={!!b.pages?.tracking}
          wrong={wrong}
          onChange={(returns) => set({ returns })}
        />
        <div className="actions">
          <Button type="primary" loading={busy} disabled={!draft.changed} onClick={save} title="Ctrl+Enter">
            Save
          </Button>
          {draft.changed && <Button onClick={() => draft.reset()}>Discard changes</Button>}
        </div>
      </main>
      <aside className="panel w480" aria-label="Sample e-mail">
        <h2>Preview</h2>
        {shown.isError ? (
          <p className="box">
            <span className="mark bad">!</span> {shown.error.message}
          </p>
        ) : (
          shown.data && (
            <div className="preview tall">
              <MailFrame html={shown.data.html} title="Sample e-mail" />
            </div>
          )
        )}
      </aside>
    </div>
  );
}
