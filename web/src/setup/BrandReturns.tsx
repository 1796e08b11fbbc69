import { useQuery } from '@tanstack/react-query';
import { Checkbox, Input, InputNumber, Select } from 'antd';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';

type Terms = Schemas['ReturnTermsBody'];
type Range = Schemas['NumberRangeBody'];
type Address = Schemas['ReturnAddressBody'];

type Props = {
  terms: Terms;
  /** False while there is no tracking page on which a customer could ask for a label. */
  canTurnOn: boolean;
  wrong: (field: string) => ReactNode;
  onChange: (terms: Terms) => void;
};

const LINES: { field: keyof Address; label: string }[] = [
  { field: 'name', label: 'Name' },
  { field: 'street', label: 'Street' },
  { field: 'postcode', label: 'Postcode' },
  { field: 'city', label: 'City' },
];

/** What customers may send back, until when, and where to. */
export function BrandReturns({ terms, canTurnOn, wrong, onChange }: Props) {
  const kinds = useQuery({ queryKey: keys.conditionKinds, queryFn: api.conditionKinds });
  const directory = useQuery({ queryKey: keys.carriers, queryFn: api.carriers });
  const countries = (kinds.data?.find((k) => k.code === 'country')?.choices ?? [])
    .map((c) => ({ value: c.value, label: c.label }))
    .sort((a, b) => a.label.localeCompare(b.label));
  const set = (part: Partial<Terms>) => onChange({ ...terms, ...part });
  const setAddress = (part: Address) => set({ address: { ...terms.address, ...part } });
  const on = canTurnOn && !!terms.on;
  return (
    <section className="card form mt12">
      <h2>Returns</h2>
      <div className="checks">
        <Checkbox checked={on} disabled={!canTurnOn} onChange={(e) => set({ on: e.target.checked })}>
          Customers can ask for a return label on their tracking page
        </Checkbox>
      </div>
      {!canTurnOn && <p className="soft mt8">Returns need the tracking page.</p>}
      {on && (
        <>
          <div className="two">
            <div>
              <label htmlFor="r-days">Days after delivery</label>
              <InputNumber
                id="r-days"
                className="full"
                min={0}
                max={365}
                precision={0}
                value={terms.days}
                onChange={(days) => set({ days: days ?? undefined })}
              />
              {wrong('returns.days')}
            </div>
            <div>
              <label htmlFor="r-countries">Countries</label>
              <Select
                id="r-countries"
                mode="multiple"
                className="full"
                placeholder="all"
                showSearch={{ optionFilterProp: 'label' }}
                value={terms.countries ?? []}
                onChange={(countries) => set({ countries })}
                options={countries}
              />
              {wrong('returns.countries')}
            </div>
          </div>
          <label htmlFor="r-excluded">SKUs that can’t be returned (* stands for any characters)</label>
          <Select
            id="r-excluded"
            mode="tags"
            className="full"
            placeholder="none"
            open={false}
            suffixIcon={null}
            tokenSeparators={[',', ' ', '\n']}
            value={terms.excluded ?? []}
            onChange={(excluded) => set({ excluded })}
          />
          {wrong('returns.excluded')}
          <div className="two">
            <div>
              <label htmlFor="r-carrier">Carrier of returns</label>
              <Select
                id="r-carrier"
                className="full"
                value={terms.carrier ?? undefined}
                placeholder="choose"
                onChange={(carrier) => set({ carrier })}
                options={(directory.data?.carriers ?? [])
                  .filter((c) => c.carrier.inUse)
                  .map((c) => ({ value: c.carrier.key, label: c.carrier.name }))}
              />
              {wrong('returns.carrier')}
            </div>
          </div>
          <Numbers range={terms.numbers ?? undefined} onChange={(numbers) => set({ numbers })} />
          {wrong('returns.numbers')}
          <div className="label mt8">Returns go to</div>
          <div className="two">
            {LINES.map(({ field, label }) => (
              <div key={field}>
                <label htmlFor={`r-${field}`}>{label}</label>
                <Input
                  id={`r-${field}`}
                  maxLength={60}
                  value={terms.address?.[field] ?? ''}
                  onChange={(e) => setAddress({ [field]: e.target.value })}
                />
              </div>
            ))}
            <div>
              <label htmlFor="r-country">Country</label>
              <Select
                id="r-country"
                className="full"
                showSearch={{ optionFilterProp: 'label' }}
                value={terms.address?.country ?? undefined}
                placeholder="choose"
                onChange={(country) => setAddress({ country })}
                options={countries}
              />
            </div>
          </div>
          {wrong('returns.address')}
          <p className="soft mt8">
            The team sees them under{' '}
            <Link className="link" to="/answers?state=returns">
              Answers, Returns
            </Link>
            ; a notice can tell the customer of each step.
          </p>
        </>
      )}
    </section>
  );
}

/** Numbers that a postal operator left to the team; without them the labels bear numbers of our own. */
function Numbers({ range, onChange }: { range?: Range; onChange: (range?: Range) => void }) {
  const set = (part: Range) => onChange({ ...range, ...part });
  return (
    <>
      <Checkbox
        checked={!!range}
        onChange={(e) => onChange(e.target.checked ? { service: '', country: '' } : undefined)}
      >
        The carrier gave us S10 numbers for the labels
      </Checkbox>
      {range && (
        <div className="row wrap">
          <Letters label="Service" value={range.service} onChange={(service) => set({ service })} />
          <Serial label="First number" value={range.first} onChange={(first) => set({ first })} />
          <Serial label="Last number" value={range.last} onChange={(last) => set({ last })} />
          <Letters label="Country" value={range.country} onChange={(country) => set({ country })} />
          <span className="soft">8 digits each, without the check digit.</span>
        </div>
      )}
    </>
  );
}

type Part<T> = { label: string; value?: T | null; onChange: (value: T | undefined) => void };

function Letters({ label, value, onChange }: Part<string>) {
  return (
    <div>
      <label htmlFor={`r-n-${label}`}>{label}</label>
      <Input
        id={`r-n-${label}`}
        className="mono w80"
        maxLength={2}
        value={value ?? ''}
        onChange={(e) => onChange(e.target.value.toUpperCase())}
      />
    </div>
  );
}

/** Shown with its leading zeros. */
function Serial({ label, value, onChange }: Part<number>) {
  const id = `r-n-${label.split(' ')[0]}`;
  return (
    <div>
      <label htmlFor={id}>{label}</label>
      <InputNumber
        id={id}
        className="mono w110"
        min={0}
        max={99_999_999}
        precision={0}
        controls={false}
        formatter={(n) => (n === undefined ? '' : String(n).padStart(8, '0'))}
        parser={(text) => Number((text ?? '').replace(/\D/g, ''))}
        value={value}
        onChange={(n) => onChange(n ?? undefined)}
      />
    </div>
  );
}
