import type { Schemas } from '../../api/client';
import { counted } from '../../words';
import type { ChannelUi } from '../types';
import { SmsAccount } from './SmsAccount';
import { SmsMessage } from './SmsMessage';
import { SmsNotes } from './SmsNotes';

export const sms: ChannelUi = {
  code: 'sms',
  label: 'SMS',
  gatewayKind: 'SMS centre (SMPP 3.4)',
  Account: SmsAccount,
  canConnect: (account) => !!account.host,
  testAddress: { label: 'Your phone number', placeholder: '+46 70 174 06 05' },
  savedMessage: 'Saved',
  preview: {
    devices: [],
    Message: SmsMessage,
    Notes: SmsNotes,
    measure: (details) => {
      const { length } = details as Schemas['SmsPreview'];
      return `${length.encoding}, ${counted(length.segments, 'segment')}`;
    },
    testCost: (details) => {
      const sms = details as Schemas['SmsPreview'];
      return `It costs ${sms.cost} ${sms.currency}, like a real message.`;
    },
  },
};
