package upbeat.herald.core.journey;

import java.time.Instant;

/**
 * A parcel, or an order, came to a stage.
 *
 * @param occasion tells repeated visits apart: {@code 1} for stages that come once, the day for those that may come
 *     again
 * @param implied true where no report named the stage: a first carrier scan further on means the parcel was dispatched
 */
public record StageVisit(Stage stage, String occasion, Instant at, boolean implied) {
    public static final String ONCE = "1";

    /** What makes it one and the same visit. */
    public String key() {
        return stage.code() + "/" + occasion;
    }
}
