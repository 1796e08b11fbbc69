package upbeat.herald.core.journey;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A stage as somebody reported it: a scan once it was read, or a word by hand, from a spreadsheet or another system.
 *
 * @param key tells two reports of the same instant apart, the same on every reading
 * @param stage what it says
 * @param at when it happened there, not when it arrived here
 * @param day the calendar day of {@code at} where it happened, ISO 8601: a second day out for delivery is a second
 *     occasion
 * @param returnId of the customer's return that it is about; null for the parcel's own way
 */
public record Report(
        String key,
        Stage stage,
        Instant at,
        String day,
        @Nullable Long returnId) {
    /** Of a parcel's own way. */
    public Report(String key, Stage stage, Instant at, String day) {
        this(key, stage, at, day, null);
    }
}
