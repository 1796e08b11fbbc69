import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { listed } from '../words';

type Notice = Schemas['NoticeBody'];

/** Copies go out over channels the notice is sent by. */
export const copiesOf = (n: Notice) => (n.copies ?? []).filter((c) => n.channels?.includes(c));

/** "by E-mail and SMS"; empty for none. */
export const copyWords = (n: Notice) => {
  const by = copiesOf(n).map((c) => channelLabel(c));
  return by.length > 0 ? `by ${listed(by, 'and')}` : '';
};

/** "adds “told”, removes “new”"; empty where it leaves tags alone. */
export const tagWords = (n: Notice) =>
  [
    n.addTags?.length ? `adds ${listed(quoted(n.addTags), 'and')}` : '',
    n.removeTags?.length ? `removes ${listed(quoted(n.removeTags), 'and')}` : '',
  ]
    .filter(Boolean)
    .join(', ');

const quoted = (tags: string[]) => tags.map((t) => `“${t}”`);

/** "Returns desk, returns@shop.example, answers to help@shop.example"; empty for the brand's sender. */
export const senderWords = (n: Notice) =>
  [n.sender?.name, n.sender?.address, n.sender?.replyTo && `answers to ${n.sender.replyTo}`].filter(Boolean).join(', ');
