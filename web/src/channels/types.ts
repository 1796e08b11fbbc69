import type { ComponentType } from 'react';
import type { Account, AccountProps } from './account';

/** What a channel is to the interface. Each channel has a folder of its own. */
export type ChannelUi = {
  code: string;
  /** Its name where it stands alone. */
  label: string;
  /** What its gateway connects to. */
  gatewayKind: string;
  Account: ComponentType<AccountProps>;
  /** True where enough is entered to try the connection. */
  canConnect: (account: Account) => boolean;
  testAddress: { label: string; placeholder: string };
  /** Shown when a wording was saved. */
  savedMessage: string;
};
