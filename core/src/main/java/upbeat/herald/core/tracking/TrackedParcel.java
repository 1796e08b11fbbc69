package upbeat.herald.core.tracking;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;

/**
 * A parcel as its customer follows it.
 *
 * @param id number of its row, which its calendar entry keeps
 * @param parcel under the carrier and number of its last leg
 * @param carrier null where nobody knows it
 * @param stage where it stands
 * @param visits to stages, oldest first
 * @param scans that could be read, oldest first
 * @param expected the day of delivery that the carrier announced, or null
 */
public record TrackedParcel(
        long id,
        Parcel parcel,
        @Nullable Carrier carrier,
        Stage stage,
        List<StageVisit> visits,
        List<Scan> scans,
        @Nullable LocalDate expected) {
    public TrackedParcel {
        visits = List.copyOf(visits);
        scans = List.copyOf(scans);
    }

    /** @param place as the carrier writes it, or null */
    public record Scan(Stage stage, Instant at, @Nullable String place) {}

    /** As customers know it; the carrier's key where it has no name. */
    public String carrierName() {
        return carrier == null ? parcel.carrier() : carrier.name();
    }
}
