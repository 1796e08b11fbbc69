import { type AccountProps, SecretField, TextField } from '../account';

/** The account at the chat network. */
export function ChatAccount(form: AccountProps) {
  return (
    <>
      <TextField id="g-whatsapp-url" name="url" label="Address" placeholder="https://chat.example.net" form={form} />
      <SecretField id="g-whatsapp-token" name="token" label="Access token" form={form} />
      <SecretField id="g-whatsapp-webhookSecret" name="webhookSecret" label="Webhook signing secret" form={form} />
      <p className="soft">
        Webhook address to enter at the network:{' '}
        <span className="mono copy">{`${window.location.origin}/doors/chat`}</span>
      </p>
    </>
  );
}
