import { Select } from 'antd';
import { type AccountProps, PortField, SecretField, TextField } from '../account';

const ENCRYPTION = [
  { value: 'none', label: 'None' },
  { value: 'starttls', label: 'STARTTLS' },
  { value: 'tls', label: 'TLS' },
];

/** The account at a mail server. */
export function EmailAccount(form: AccountProps) {
  return (
    <>
      <TextField id={`g-${form.id}-host`} name="host" label="Server" placeholder="mail.example.com" form={form} />
      <div className="two">
        <PortField id={`g-${form.id}-port`} placeholder="587" form={form} />
        <div>
          <label htmlFor={`g-${form.id}-tls`}>Encryption</label>
          <Select
            id={`g-${form.id}-tls`}
            className="full"
            value={(form.account.tls as string | undefined) ?? 'none'}
            onChange={(tls) => form.onAccount({ tls })}
            options={ENCRYPTION}
          />
          {form.errors('tls')}
        </div>
      </div>
      <TextField id={`g-${form.id}-user`} name="user" label="User name (optional)" form={form} />
      <SecretField id={`g-${form.id}-password`} name="password" label="Password" form={form} />
    </>
  );
}
