package upbeat.herald.server.ingest;

import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.order.ParcelRepository;

/**
 * A carrier's scan that passed every check and is about to be taken.
 *
 * @param carrier null where nobody could tell whose it is
 * @param day calendar day of {@code at} where it happened, ISO 8601
 * @param expectedOn the day of delivery that the carrier announces with it, or null
 */
public record CheckedScan(
        @Nullable Carrier carrier,
        @Nullable String trackingNumber,
        @Nullable String code,
        @Nullable String text,
        Instant at,
        String day,
        @Nullable String place,
        @Nullable LocalDate expectedOn) {
    public CheckedScan(
            Carrier carrier, String trackingNumber, String code, String text, Instant at, String day, String place) {
        this(carrier, trackingNumber, code, text, at, day, place, null);
    }

    ParcelRepository.Number parcelNumber() {
        return ParcelRepository.Number.of(carrier == null ? "" : carrier.key(), trackingNumber);
    }
}
