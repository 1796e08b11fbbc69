package upbeat.herald.server.order;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;

/**
 * An order as it is kept. @param stage word of {@link upbeat.herald.core.journey.OrderStage}; {@code ended} cancelled
 * or refunded, or null; {@code isErased} true where its customer's data was erased, for good; {@code heldUntil} before
 * this nothing is sent about it, or null; {@code onHold} why nothing is sent until somebody releases it, or null
 */
public record OrderRow(
        long id,
        Order order,
        String stage,
        @Nullable Stage ended,
        String source,
        Instant updatedAt,
        boolean isErased,
        @Nullable Instant heldUntil,
        @Nullable String onHold) {
    public OrderRow withStage(String other) {
        return new OrderRow(id, order, other, ended, source, updatedAt, isErased, heldUntil, onHold);
    }

    public OrderRow withHeldUntil(Instant until) {
        return new OrderRow(id, order, stage, ended, source, updatedAt, isErased, until, onHold);
    }
}
