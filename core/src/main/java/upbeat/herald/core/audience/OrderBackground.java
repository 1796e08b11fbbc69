package upbeat.herald.core.audience;

import java.time.Instant;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What is known of an order beside its own document and its parcels' stages. Looked up only where a condition of the
 * plan asks for it.
 *
 * @param carriers keys of the carriers of all its parcels
 * @param tags put on it here: by answers, by hand, by notices
 * @param isReturning true where the same customer ordered before
 * @param hasOrderedAgain true where the same customer placed another order after it
 * @param dispatchedAt when its first parcel was dispatched, or null
 * @param sentNotices ids of the notices that have a message on it, sent or about to be
 */
public record OrderBackground(
        Set<String> carriers,
        Set<String> tags,
        boolean isReturning,
        boolean hasOrderedAgain,
        @Nullable Instant dispatchedAt,
        Set<String> sentNotices) {
    public static final OrderBackground NONE = new OrderBackground(Set.of(), Set.of(), false, false, null, Set.of());

    public OrderBackground {
        carriers = Set.copyOf(carriers);
        tags = Set.copyOf(tags);
        sentNotices = Set.copyOf(sentNotices);
    }

    /** Where nothing says when it was dispatched, it was at this moment. */
    public OrderBackground withDispatchedAt(Instant at) {
        return dispatchedAt != null
                ? this
                : new OrderBackground(carriers, tags, isReturning, hasOrderedAgain, at, sentNotices);
    }
}
