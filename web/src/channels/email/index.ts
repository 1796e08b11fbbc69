import type { ChannelUi } from '../types';
import { EmailAccount } from './EmailAccount';
import { EmailMessage } from './EmailMessage';

export const email: ChannelUi = {
  code: 'email',
  label: 'E-mail',
  gatewayKind: 'Mail server (SMTP)',
  Account: EmailAccount,
  canConnect: (account) => !!account.host,
  testAddress: { label: 'Your e-mail address', placeholder: 'you@example.com' },
  savedMessage: 'Saved',
  preview: {
    devices: [
      { value: 'desktop', label: 'Desktop' },
      { value: 'plain', label: 'Plain' },
      { value: 'dark', label: 'Dark' },
      { value: 'html', label: 'HTML' },
    ],
    Message: EmailMessage,
  },
};
