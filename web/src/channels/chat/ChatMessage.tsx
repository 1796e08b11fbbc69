import type { Schemas } from '../../api/client';
import type { PreviewedMessage } from '../types';

/** A chat message on a plain phone of our own, and the template that the network gets. */
export function ChatMessage({ message, details }: PreviewedMessage) {
  const chat = details as Schemas['ChatPreview'] | undefined;
  if (!chat)
    return (
      <div className="phoneview">
        <div className="note whatsapp">{message.text}</div>
      </div>
    );
  return (
    <div className="phoneview">
      <div className="note whatsapp">
        {chat.header && (
          <b>
            {chat.header}
            {'\n'}
          </b>
        )}
        {chat.body}
        {chat.footer && <div className="soft fs12 mt6">{chat.footer}</div>}
        {chat.linkLabel && (
          <div className="buttons">
            <span className="mark v" title={chat.linkUrl}>
              {chat.linkLabel} ↗
            </span>
          </div>
        )}
        {chat.replies.length > 0 && (
          <div className="buttons">
            {chat.replies.map((r) => (
              <span key={r} className="mark v">
                {r}
              </span>
            ))}
          </div>
        )}
      </div>
      <details className="soft">
        <summary>Template with {chat.parameters.length} parameters</summary>
        <div className="template">
          {chat.template.map((part, i) =>
            part.parameter ? (
              <span key={`${i}-${part.parameter}`} className="chip" title={chat.parameters[part.parameter - 1]}>
                {part.parameter}
              </span>
            ) : (
              part.text
            ),
          )}
        </div>
        <ol className="parameters">
          {chat.parameters.map((value, i) => (
            <li key={`${i}-${value}`}>{value}</li>
          ))}
        </ol>
      </details>
    </div>
  );
}
