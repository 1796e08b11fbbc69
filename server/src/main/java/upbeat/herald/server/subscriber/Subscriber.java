package upbeat.herald.server.subscriber;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Somebody who is told.
 *
 * @param secrets sealed
 * @param cursor the last event that was tried
 * @param failures calls in a row that weren't taken; {@code nextAt} not called before, or null
 */
record Subscriber(
        String id,
        String name,
        String url,
        List<EventKind> kinds,
        boolean isLive,
        Secrets secrets,
        long cursor,
        int failures,
        @Nullable Instant nextAt) {

    /** @param before what signed until now, beside the new one until {@code beforeUntil}; or null */
    record Secrets(
            String current,
            @Nullable String before,
            @Nullable Instant beforeUntil) {}
}
