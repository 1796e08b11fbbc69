import type { ChannelUi } from '../types';
import { ChatAccount } from './ChatAccount';
import { ChatMessage } from './ChatMessage';

export const chat: ChannelUi = {
  code: 'whatsapp',
  label: 'WhatsApp',
  gatewayKind: 'Chat network (HTTP)',
  Account: ChatAccount,
  canConnect: (account) => !!account.url,
  testAddress: { label: 'Your phone number', placeholder: '+46 70 174 06 05' },
  savedMessage: 'Saved and submitted to the chat network. It is sent once it is approved',
  preview: { devices: [], Message: ChatMessage },
};
