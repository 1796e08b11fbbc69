package upbeat.herald.server.order;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;

/** A parcel as it is kept. @param lastScanAt when its carrier last reported it, or null */
public record ParcelRow(
        long id,
        long orderId,
        Parcel parcel,
        Stage stage,
        String source,
        Instant createdAt,
        @Nullable Instant lastScanAt) {
    public ParcelRow withStage(Stage other) {
        return new ParcelRow(id, orderId, parcel, other, source, createdAt, lastScanAt);
    }
}
