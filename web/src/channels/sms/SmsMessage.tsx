import type { PreviewedMessage } from '../types';

/** A text message on a plain phone of our own. */
export function SmsMessage({ message }: PreviewedMessage) {
  return (
    <div className="phoneview">
      <div className="note sms">{message.text}</div>
    </div>
  );
}
