import type { ComponentType } from 'react';
import type { Schemas } from '../api/client';
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
  preview: ChannelPreviewUi;
};

/** How a message of the channel is shown before it is sent. What only the channel knows stands in its `details`. */
export type ChannelPreviewUi = {
  /** Ways to look at it, beside the one on a phone. */
  devices: { value: string; label: string }[];
  Message: ComponentType<PreviewedMessage & { device: string }>;
  /** What a writer should know of it, below. */
  Notes?: ComponentType<PreviewedMessage & { onReplace?: (found: string, use: string) => void }>;
  /** Its measure on one line, where only the words are shown. */
  measure?: (details: Details) => string;
  /** What a test message costs, as a sentence. */
  testCost?: (details: Details) => string;
};

/** Made by the channel's own code on the server; only its own folder looks into it. */
export type Details = unknown;

export type PreviewedMessage = { message: Schemas['ShownText']; details?: Details };
