import { Input } from 'antd';
import { type ReactNode, useState } from 'react';
import { type AccountProps, PortField, SecretField, TextField } from '../account';

type Prices = Record<string, string>;

/** The account at an SMS centre, and what a segment costs there. */
export function SmsAccount(form: AccountProps) {
  return (
    <>
      <TextField id={`g-${form.id}-host`} name="host" label="Server" placeholder="smsc.example.net" form={form} />
      <div className="two">
        <PortField id={`g-${form.id}-port`} placeholder="2775" form={form} />
        <div>
          <label htmlFor={`g-${form.id}-price`}>Price per segment</label>
          <div className="row">
            <Input
              id={`g-${form.id}-price`}
              value={String(form.account.price ?? '')}
              placeholder="0.15"
              onChange={(e) => form.onAccount({ price: e.target.value || undefined })}
            />
            <Input
              aria-label="Currency"
              className="currency"
              maxLength={3}
              placeholder="EUR"
              value={String(form.account.currency ?? '')}
              onChange={(e) => form.onAccount({ currency: e.target.value.toUpperCase() || undefined })}
            />
          </div>
          {form.errors('price')}
          {form.errors('currency')}
        </div>
      </div>
      <PricesField
        id={`g-${form.id}-prices`}
        prices={(form.account.prices as Prices | undefined) ?? {}}
        onChange={(prices) => form.onAccount({ prices })}
        errors={form.errors('prices')}
      />
      <TextField id={`g-${form.id}-user`} name="user" label="System ID" form={form} />
      <SecretField id={`g-${form.id}-password`} name="password" label="Password" form={form} />
    </>
  );
}

type PricesProps = { id: string; prices: Prices; onChange: (prices: Prices) => void; errors: ReactNode };

/** Prices of countries where they differ: a country and a price on each line. What is half written stays as typed. */
function PricesField({ id, prices, onChange, errors }: PricesProps) {
  const lines = Object.entries(prices)
    .map(([country, price]) => `${country} ${price}`)
    .join('\n');
  const [typed, setTyped] = useState(lines);
  const shown = JSON.stringify(readPrices(typed)) === JSON.stringify(prices) ? typed : lines;
  return (
    <div>
      <label htmlFor={id}>Prices by country, one per line</label>
      <Input.TextArea
        id={id}
        className="mono"
        autoSize={{ minRows: 1, maxRows: 6 }}
        placeholder="DE 0.09"
        value={shown}
        onChange={(e) => {
          setTyped(e.target.value);
          onChange(readPrices(e.target.value));
        }}
      />
      {errors}
    </div>
  );
}

export function readPrices(text: string): Prices {
  return Object.fromEntries(
    text
      .split('\n')
      .map((line) => line.trim().split(/\s+/))
      .filter((words) => words[0])
      .map(([country, price]) => [country.toUpperCase(), price ?? '']),
  );
}
