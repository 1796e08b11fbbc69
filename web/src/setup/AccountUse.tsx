import { Input, InputNumber, Select } from 'antd';
import type { AccountProps } from '../channels/account';
import { COUNTRIES } from '../countries';

type Props = AccountProps & { channel: string /** True where its channel has others as well. */; several: boolean };

/** What an account is used for, and how fast. */
export function AccountUse({ channel, several, ...form }: Props) {
  const field = (name: string) => `g-${form.id}-${name}`;
  const limit = (name: string, label: string) => (
    <div>
      <label htmlFor={field(name)}>{label}</label>
      <InputNumber
        id={field(name)}
        className="full"
        min={1}
        placeholder="No limit"
        value={form.account[name] as number | undefined}
        onChange={(value) => form.onAccount({ [name]: value ?? undefined })}
      />
      {form.errors(name)}
    </div>
  );
  return (
    <>
      {several && (
        <>
          <div className="two">
            <div>
              <label htmlFor={field('name')}>Name of the account</label>
              <Input
                id={field('name')}
                maxLength={60}
                value={String(form.account.name ?? '')}
                onChange={(e) => form.onAccount({ name: e.target.value })}
              />
              {form.errors('name')}
            </div>
            <div>
              <label htmlFor={field('share')}>Share of customers in %</label>
              <InputNumber
                id={field('share')}
                className="full"
                min={0}
                max={100}
                value={(form.account.share as number | undefined) ?? 100}
                onChange={(share) => form.onAccount({ share: share ?? 0 })}
              />
              {form.errors('share')}
            </div>
          </div>
          <p className="soft">
            Shares are set against those of the other accounts; 0 means only when the others fail. Each customer stays
            with one account.
          </p>
          <div>
            <label htmlFor={field('countries')}>Only for orders to (empty for all others)</label>
            <Select
              id={field('countries')}
              className="full"
              mode="multiple"
              allowClear
              optionFilterProp="label"
              value={(form.account.countries as string[] | undefined) ?? []}
              onChange={(countries) => form.onAccount({ countries })}
              options={COUNTRIES}
            />
            {form.errors('countries')}
          </div>
        </>
      )}
      <div className="two">
        {limit('perSecond', 'Most per second')}
        {channel === 'email' && limit('perMinuteAndReceiver', 'Most per minute to a domain')}
      </div>
    </>
  );
}
