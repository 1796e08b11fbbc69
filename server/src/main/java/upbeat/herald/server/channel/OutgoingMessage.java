package upbeat.herald.server.channel;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Rendered;

/**
 * A message on its way to a gateway.
 *
 * @param id stable: the same message has the same id at every try
 * @param preferences address of the page where its customer chooses what they are sent, or null
 * @param question the reply buttons of a chat message, or null
 */
public record OutgoingMessage(
        String id,
        String noticeId,
        @Nullable String to,
        String language,
        Brand brand,
        Rendered content,
        @Nullable Question question,
        java.time.Instant date,
        @Nullable String preferences) {
    /** One that nobody can unsubscribe from, because it is no message of the plan's to a customer. */
    public OutgoingMessage(
            String id,
            String noticeId,
            @Nullable String to,
            String language,
            Brand brand,
            Rendered content,
            @Nullable Question question,
            java.time.Instant date) {
        this(id, noticeId, to, language, brand, content, question, date, null);
    }
}
