import type { ChannelUi } from '../types';
import { EmailAccount } from './EmailAccount';

export const email: ChannelUi = {
  code: 'email',
  label: 'E-mail',
  gatewayKind: 'Mail server (SMTP)',
  Account: EmailAccount,
  canConnect: (account) => !!account.host,
  testAddress: { label: 'Your e-mail address', placeholder: 'you@example.com' },
  savedMessage: 'Saved',
};
