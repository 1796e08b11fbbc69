package upbeat.herald.server.platform.outbox;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * Something to be told.
 *
 * @param id stable: the same at every attempt, so that who is told knows it again
 * @param kind which {@link OutboxSender} tells it
 * @param target whom, where the kind has several; or null
 * @param orderId the order it is about, or null
 * @param title in words, for the list of what was told
 * @param body what is told, in the kind's own form
 */
public record OutboxItem(
        String id,
        String kind,
        @Nullable String target,
        @Nullable Long orderId,
        String title,
        String body,
        Instant createdAt) {}
