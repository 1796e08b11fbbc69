import type { ChannelUi } from '../types';
import { SmsAccount } from './SmsAccount';

export const sms: ChannelUi = {
  code: 'sms',
  label: 'SMS',
  gatewayKind: 'SMS centre (SMPP 3.4)',
  Account: SmsAccount,
  canConnect: (account) => !!account.host,
  testAddress: { label: 'Your phone number', placeholder: '+46 70 174 06 05' },
  savedMessage: 'Saved',
};
