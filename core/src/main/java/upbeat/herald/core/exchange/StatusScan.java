package upbeat.herald.core.exchange;

import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * A scan as a standard document reports it.
 *
 * @param carrier the document's own name for the carrier, or null where it names none
 * @param trackingNumber the parcel's number
 * @param code with its list in front: {@code rec24:21}, {@code cbv:accepting/available}
 * @param text what a person wrote to it, or null
 * @param when it happened
 * @param place or null
 * @param expectedOn the day of delivery that the carrier announces with it, or null
 */
public record StatusScan(
        @Nullable String carrier,
        String trackingNumber,
        String code,
        @Nullable String text,
        When when,
        @Nullable String place,
        @Nullable LocalDate expectedOn) {
    /**
     * @param at when it happened, or null where only {@code local} is known
     * @param local date and time without an offset ({@code 2026-11-24T09:05}), to be read in the carrier's zone, or
     *     null
     * @param day calendar day where it happened, ISO 8601, or null where {@code local} tells it
     */
    public record When(
            @Nullable Instant at,
            @Nullable String local,
            @Nullable String day) {}
}
