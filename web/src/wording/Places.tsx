import { Button, Popover, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';
import { COUNTRIES } from '../countries';
import { counted, languageWords, listed } from '../words';
import { useDrafts } from './drafts';
import { everyone, path, sameVariant, variantWords } from './place';

type Props = { view: Schemas['WordingView']; plan: Schemas['Plan']; languages: string[] };

/** Which language, and for whom: what there is as tabs, what is missing beside them. */
export function Places({ view, plan, languages }: Props) {
  const navigate = useNavigate();
  const drafts = useDrafts();
  const go = (language: string, v: Schemas['Variant']) =>
    navigate(
      path({
        notice: view.notice,
        channel: view.channel,
        language,
        shop: v.shop,
        carrier: v.carrier,
        country: v.country,
      }),
    );
  const there = [...new Set(view.places.filter((p) => everyone(p.variant)).map((p) => p.language))];
  const shown = there.includes(view.language) ? there : [...there, view.language];
  const variants = view.places.filter((p) => p.language === view.language).map((p) => p.variant);
  const choices = [...variants, ...(variants.some((v) => sameVariant(v, view.variant)) ? [] : [view.variant])];
  if (!choices.some(everyone)) choices.unshift({});
  const missing = view.missingLanguages.filter((l) => !there.includes(l.language));
  // Those that customers wait for, those used elsewhere, and then all there are.
  const more = [...new Set([...missing.map((l) => l.language), ...languages, ...LANGUAGES])].filter(
    (l) => !shown.some((s) => s.split('-')[0] === l),
  );
  return (
    <div className="places">
      <div className="langs" role="group" aria-label="Language">
        {shown.map((l) => {
          const place = view.places.find((p) => p.language === l && everyone(p.variant));
          return (
            <button
              key={l}
              type="button"
              className={`pill ${l === view.language ? 'on' : ''}`}
              aria-pressed={l === view.language}
              onClick={() => go(l, {})}
              title={l === shown[0] ? 'Default language' : undefined}
            >
              {languageWords(l)}
              {drafts.has(view.notice, view.channel, l) && (
                <span className="mark gold" title="Not saved">
                  {' '}
                  draft
                </span>
              )}
              {place && place.faults > 0 && <span className="mark bad"> {place.faults}</span>}
              {place?.approval && place.approval !== 'approved' && (
                <span className={`mark ${place.approval === 'refused' ? 'bad' : 'gold'}`}>
                  {' '}
                  {place.approval === 'refused' ? 'rejected' : 'in review'}
                </span>
              )}
            </button>
          );
        })}
        {more.length > 0 && (
          <Select
            size="small"
            className="w128"
            aria-label="Add a language"
            value={null}
            placeholder="Add language"
            onChange={(l: string) => go(l, {})}
            showSearch={{ optionFilterProp: 'label' }}
            popupMatchSelectWidth={false}
            options={more.map((l) => ({
              value: l,
              label: `${languageWords(l)}${missing.find((m) => m.language === l) ? ` (${missing.find((m) => m.language === l)!.orders} orders)` : ''}`,
            }))}
          />
        )}
      </div>
      <div className="row">
        <span className="soft">for</span>
        {choices.map((v) => (
          <button
            key={variantWords(v, [])}
            type="button"
            className={`pill ${sameVariant(v, view.variant) ? 'on' : ''}`}
            aria-pressed={sameVariant(v, view.variant)}
            onClick={() => go(view.language, v)}
          >
            {variantWords(v, plan.carriers)}
          </button>
        ))}
        <AddVariant plan={plan} onAdd={(v) => go(view.language, v)} />
        {missing.length > 0 && (
          <span
            className="mark gold"
            title={`Recent customers who get the default text instead: ${missing
              .map((l) => `${languageWords(l.language)} (${counted(l.orders, 'order')})`)
              .join(', ')}`}
          >
            {listed(
              missing.slice(0, 3).map((l) => languageWords(l.language)),
              'and',
            )}{' '}
            {missing.length > 3
              ? `and ${missing.length - 3} more are missing`
              : missing.length > 1
                ? 'are missing'
                : `is missing (${counted(missing[0]!.orders, 'recent order')})`}
          </span>
        )}
      </div>
    </div>
  );
}

function AddVariant({ plan, onAdd }: { plan: Schemas['Plan']; onAdd: (v: Schemas['Variant']) => void }) {
  const [v, setV] = useState<Schemas['Variant']>({});
  const [open, setOpen] = useState(false);
  const pick = (label: string, key: 'carrier' | 'shop', options: { value: string; label: string }[]) => (
    <Select
      className="full mb6"
      aria-label={label}
      allowClear
      showSearch
      optionFilterProp="label"
      placeholder={label}
      value={v[key]}
      onChange={(x) => setV({ ...v, [key]: x })}
      options={options}
    />
  );
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      title="Version for some customers"
      content={
        <div className="w220">
          {pick(
            'Carrier',
            'carrier',
            plan.carriers.map((c) => ({ value: c.key, label: c.name })),
          )}
          {pick(
            'Shop',
            'shop',
            plan.shops.map((s) => ({ value: s, label: s })),
          )}
          <Select
            className="full mb6"
            aria-label="Country"
            allowClear
            showSearch
            placeholder="Country of destination"
            value={v.country}
            onChange={(country) => setV({ ...v, country })}
            options={COUNTRIES}
            optionFilterProp="label"
          />
          <Button
            size="small"
            type="primary"
            disabled={everyone(v)}
            onClick={() => {
              onAdd(v);
              setOpen(false);
              setV({});
            }}
          >
            Create version
          </Button>
        </div>
      }
    >
      <button type="button" className="pill">
        Version for …
      </button>
    </Popover>
  );
}

/** Two letters of ISO 639-1 for which the browser knows a name, by that name. */
const LANGUAGES = (() => {
  const names = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'none' });
  const letters = [...'abcdefghijklmnopqrstuvwxyz'];
  return letters
    .flatMap((a) => letters.map((b) => a + b))
    .filter((code) => names.of(code) && Intl.getCanonicalLocales(code)[0] === code)
    .sort((a, b) => names.of(a)!.localeCompare(names.of(b)!));
})();
