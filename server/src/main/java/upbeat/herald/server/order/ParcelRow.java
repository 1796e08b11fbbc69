package upbeat.herald.server.order;

import java.time.Instant;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;

/** A parcel as it is kept. */
public record ParcelRow(long id, long orderId, Parcel parcel, Stage stage, String source, Instant createdAt) {
    public ParcelRow withStage(Stage other) {
        return new ParcelRow(id, orderId, parcel, other, source, createdAt);
    }
}
