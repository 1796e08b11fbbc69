package upbeat.herald.core.journey;

import java.time.Instant;
import java.util.OptionalLong;

/**
 * A parcel, or an order, came to a stage.
 *
 * @param occasion tells repeated visits apart: {@code 1} for stages that come once, the day for those that may come
 *     again
 * @param implied true where no report named the stage: a first carrier scan further on means the parcel was dispatched
 */
public record StageVisit(Stage stage, String occasion, Instant at, boolean implied) {
    public static final String ONCE = "1";

    private static final String RETURN = "return-";

    /** The occasion of all that happens in one of the customer's returns. */
    public static String occasionOfReturn(long id) {
        return RETURN + id;
    }

    /** The id of the return whose occasion it is; empty for any other. */
    public static OptionalLong findReturn(String occasion) {
        int at = occasion.lastIndexOf(RETURN);
        String id = at < 0 ? "" : occasion.substring(at + RETURN.length());
        return id.matches("[0-9]{1,18}") ? OptionalLong.of(Long.parseLong(id)) : OptionalLong.empty();
    }

    /** True where the customer sends something back; false where the carrier brings the parcel itself back. */
    public boolean isReturn() {
        return occasion.startsWith(RETURN);
    }

    /** What makes it one and the same visit. */
    public String key() {
        return stage.code() + "/" + occasion;
    }
}
