package upbeat.herald.server.channel;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Rendered;

/**
 * A message on its way to a gateway.
 *
 * @param id stable: the same message has the same id at every try
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
        java.time.Instant date) {}
