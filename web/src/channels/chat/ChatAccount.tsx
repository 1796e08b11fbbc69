import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, keys } from '../../api/client';
import { type AccountProps, SecretField, TextField } from '../account';

/** The account at the chat network. */
export function ChatAccount(form: AccountProps) {
  const address = useQuery({ queryKey: keys.publicAddress, queryFn: api.publicAddress });
  return (
    <>
      <TextField
        id={`g-${form.id}-url`}
        name="url"
        label="Address"
        placeholder="https://chat.example.net"
        form={form}
      />
      <SecretField id={`g-${form.id}-token`} name="token" label="Access token" form={form} />
      <SecretField id={`g-${form.id}-webhookSecret`} name="webhookSecret" label="Webhook signing secret" form={form} />
      <p className="soft">
        Webhook address to enter at the network:{' '}
        <span className="mono copy">{address.data ? `${address.data.address}/doors/chat` : '…'}</span>
        {address.data && address.data.reach !== 'internet' && (
          <>
            . The network can’t reach it there.{' '}
            <Link className="link" to="/setup/public-address">
              Set the public address
            </Link>
          </>
        )}
      </p>
    </>
  );
}
