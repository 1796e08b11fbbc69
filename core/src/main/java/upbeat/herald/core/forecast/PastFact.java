package upbeat.herald.core.forecast;

import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.returns.CustomerReturn;

/** Something that became known of an order. */
public sealed interface PastFact {
    /** When it became known here, whenever it happened. */
    Instant knownAt();

    /** The order itself came to a stage: it was placed, cancelled, refunded, or marked while it had no parcel. */
    record OrderReached(StageVisit visit, Instant knownAt) implements PastFact {}

    /** A parcel of the order became known. @param key tells the order's parcels apart */
    record ParcelAdded(long key, Parcel parcel, Instant knownAt) implements PastFact {}

    /** A parcel went on with another carrier, or under another number. */
    record ParcelForwarded(long key, Parcel leg, Instant knownAt) implements PastFact {}

    /**
     * A parcel was reported.
     *
     * @param key of its parcel
     * @param report what it says, or null while nobody reads the carrier's code
     * @param at when it happened
     * @param expectedOn the day of delivery that it announces, or null
     * @param isByCarrier false where a person or another system said so
     * @param heldUntil before this nothing leaves, because it was done by hand and could be taken back; or null
     */
    record ParcelReported(
            long key,
            @Nullable Report report,
            Instant at,
            @Nullable LocalDate expectedOn,
            boolean isByCarrier,
            @Nullable Instant heldUntil,
            Instant knownAt)
            implements PastFact {}

    /** The customer asked for a label to send something back. @param key of the parcel it came in */
    record ReturnRequested(CustomerReturn content, long key) implements PastFact {
        @Override
        public Instant knownAt() {
            return content.times().requestedAt();
        }
    }

    /** The customer answered a notice's question. @param isRefusal true where the order isn't wanted */
    record Answered(String noticeId, String button, boolean isRefusal, Instant knownAt) implements PastFact {}

    record Tagged(String tag, Instant knownAt) implements PastFact {}

    /** The same customer placed another order. */
    record OrderedAgain(Instant knownAt) implements PastFact {}

    /** Somebody took the order out of a series. */
    record SeriesLeft(String seriesId, Instant knownAt) implements PastFact {}
}
