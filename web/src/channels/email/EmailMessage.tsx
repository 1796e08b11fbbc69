import { MailFrame } from '../../shell/MailFrame';
import type { PreviewedMessage } from '../types';

/**
 * A mail in a plain frame of our own; in the dark it is the same mail with its own rules for the dark switched on. Its
 * HTML is the whole of it, as it is sent.
 */
export function EmailMessage({ message, device }: PreviewedMessage & { device: string }) {
  const html = message.html ?? '';
  return (
    <div className={`mailview ${device}`}>
      <div className="head">
        <b>{message.subject}</b>
      </div>
      {device === 'plain' ? (
        <div className="text mono">{message.text}</div>
      ) : device === 'html' ? (
        <textarea readOnly className="text mono source" aria-label="HTML of the whole mail" value={html} />
      ) : (
        <MailFrame
          html={device === 'dark' ? html.replace('(prefers-color-scheme: dark)', 'all') : html}
          title="The mail"
        />
      )}
    </div>
  );
}
