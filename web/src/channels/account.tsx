import { Input, InputNumber } from 'antd';
import type { ReactNode } from 'react';

/** An account's settings in the names of its channel; what is not set is absent. */
export type Account = Record<string, unknown>;
export type Secrets = Record<string, string>;

/** What the fields of a channel's account get from the form around them. */
export type AccountProps = {
  /** Of the account, for the ids of its fields. */
  id: string;
  account: Account;
  secrets: Secrets;
  /** True where a secret is stored already. */
  hasSecret: boolean;
  onAccount: (part: Account) => void;
  onSecrets: (part: Secrets) => void;
  /** The errors of a field. */
  errors: (field: string) => ReactNode;
};

type FieldProps = { id: string; name: string; label: string; placeholder?: string; form: AccountProps };

export function TextField({ id, name, label, placeholder, form }: FieldProps) {
  return (
    <div>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        className="mono"
        placeholder={placeholder}
        value={String(form.account[name] ?? '')}
        onChange={(e) => form.onAccount({ [name]: e.target.value })}
      />
      {form.errors(name)}
    </div>
  );
}

export function PortField({ id, placeholder, form }: Omit<FieldProps, 'name' | 'label'>) {
  return (
    <div>
      <label htmlFor={id}>Port</label>
      <InputNumber
        id={id}
        className="full"
        min={1}
        max={65535}
        placeholder={placeholder}
        value={form.account.port as number | undefined}
        onChange={(port) => form.onAccount({ port: port ?? undefined })}
      />
      {form.errors('port')}
    </div>
  );
}

export function SecretField({ id, name, label, form }: Omit<FieldProps, 'placeholder'>) {
  return (
    <div>
      <label htmlFor={id}>{label}</label>
      <Input.Password
        id={id}
        autoComplete="new-password"
        visibilityToggle={false}
        placeholder={form.hasSecret ? 'Saved. Leave empty to keep it' : ''}
        value={form.secrets[name] ?? ''}
        onChange={(e) => form.onSecrets({ [name]: e.target.value })}
      />
      {form.errors(name)}
    </div>
  );
}
