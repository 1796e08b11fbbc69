package upbeat.herald.core.notice;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.OrderStage;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;

/**
 * The order a decision is about, as it stands.
 *
 * @param parcel the parcel of the moment, or null for a moment of the order
 * @param stands where that parcel stands now, or null
 * @param parcels where all parcels of the order stand
 * @param covered true where those parcels hold every piece of the order
 * @param ended cancelled or refunded, or null
 * @param lastScanAt when the carrier last reported that parcel, or null
 * @param heldUntil before this nothing leaves, because somebody may still take back what they did by hand; or null
 */
public record OrderSituation(
        Order order,
        @Nullable Parcel parcel,
        @Nullable Stage stands,
        Collection<Stage> parcels,
        boolean covered,
        @Nullable Stage ended,
        @Nullable Instant lastScanAt,
        @Nullable Instant heldUntil) {
    /** Nothing was done by hand lately, and nobody asks when it was last scanned. */
    public OrderSituation(
            Order order,
            @Nullable Parcel parcel,
            @Nullable Stage stands,
            Collection<Stage> parcels,
            boolean covered,
            @Nullable Stage ended) {
        this(order, parcel, stands, parcels, covered, ended, null, null);
    }

    public OrderSituation {
        parcels = List.copyOf(parcels);
    }

    /** What conditions may ask about it. */
    public OrderFacts toFacts(History history) {
        return new OrderFacts(
                order,
                parcel == null ? history.background().carriers() : Set.of(parcel.carrier()),
                parcels.size(),
                history.background(),
                history.answers());
    }

    /** True where every piece of the order has come to this stage. */
    boolean hasWhollyReached(Stage stage) {
        return covered && parcels.stream().allMatch(p -> OrderStage.hasReached(p, stage));
    }
}
