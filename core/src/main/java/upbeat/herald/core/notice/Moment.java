package upbeat.herald.core.notice;

import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * The event a decision is about.
 *
 * @param occasion of the stage, see {@link upbeat.herald.core.journey.StageReached#occasion()}
 * @param with the further stage reached by the very same scan, or null: the earlier one is used only if the further one
 *     has nothing to say
 * @param quietDays not a stage was reached, but the carrier has been silent for so many days; or null
 */
public record Moment(
        Stage stage,
        String occasion,
        Instant at,
        @Nullable Stage with,
        @Nullable Integer quietDays) {
    /** A stage was reached. */
    public Moment(Stage stage, String occasion, Instant at, @Nullable Stage with) {
        this(stage, occasion, at, with, null);
    }

    /** A parcel that stands at {@code stands} was last heard of at {@code lastScanAt}. */
    public static Moment silence(Stage stands, Instant lastScanAt, int days) {
        return new Moment(
                stands, "quiet-" + lastScanAt.toEpochMilli(), lastScanAt.plus(Duration.ofDays(days)), null, days);
    }
}
