package upbeat.herald.core.forecast;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.wording.Channel;

/**
 * A message at the moment when it would leave.
 *
 * @param about the parcel it is about, or null for the order as a whole
 * @param parcels all parcels that are known by then
 * @param returned what the customer sends back, or null
 */
public record Leaving(
        Notice notice,
        Channel channel,
        Order order,
        @Nullable About about,
        List<Parcel> parcels,
        @Nullable CustomerReturn returned,
        Instant at) {
    /**
     * @param key tells it apart, see {@link PastFact.ParcelAdded}
     * @param parcel as the customer can follow it by then
     * @param place of the parcel among the order's, from 1
     * @param dispatchedAt when it was dispatched, or null
     * @param expectedOn the day of delivery that the carrier announced last, or null
     * @param isReported true where the carrier itself reported the notice's stage
     */
    public record About(
            long key,
            Parcel parcel,
            int place,
            @Nullable Instant dispatchedAt,
            @Nullable LocalDate expectedOn,
            boolean isReported) {}
}
