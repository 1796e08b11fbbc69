package upbeat.herald.core.audience;

import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;

/**
 * What is known of an order beside its own document and its parcels' stages. Looked up only where a condition of the
 * plan asks for it.
 *
 * @param carriers keys of the carriers of all its parcels
 * @param tags put on it, by the shop or here, and still there
 * @param removedTags taken off it here, though the shop's document may still say them
 * @param isReturning true where the same customer ordered before
 * @param hasOrderedAgain true where the same customer placed another order after it
 * @param dispatchedAt when its first parcel was dispatched, or null
 * @param sentNotices ids of the notices that have a message on it, sent or about to be
 */
public record OrderBackground(
        Set<String> carriers,
        Set<String> tags,
        Set<String> removedTags,
        boolean isReturning,
        boolean hasOrderedAgain,
        @Nullable Instant dispatchedAt,
        Set<String> sentNotices) {
    public static final OrderBackground NONE =
            new OrderBackground(Set.of(), Set.of(), Set.of(), false, false, null, Set.of());

    public OrderBackground {
        carriers = Set.copyOf(carriers);
        tags = Set.copyOf(tags);
        removedTags = Set.copyOf(removedTags);
        sentNotices = Set.copyOf(sentNotices);
    }

    /** Where nothing says when it was dispatched, it was at this moment. */
    public OrderBackground withDispatchedAt(Instant at) {
        return dispatchedAt != null
                ? this
                : new OrderBackground(carriers, tags, removedTags, isReturning, hasOrderedAgain, at, sentNotices);
    }

    /** All tags that the order bears: those of its document and those put on it here, less those taken off. */
    public Set<String> tagsOf(Order order) {
        if (tags.containsAll(order.tags())) return tags;
        Set<String> all = new HashSet<>(order.tags());
        all.removeAll(removedTags);
        all.addAll(tags);
        return all;
    }
}
