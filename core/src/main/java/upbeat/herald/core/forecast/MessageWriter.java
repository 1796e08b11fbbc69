package upbeat.herald.core.forecast;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Wording;

/** Puts a message into words. Whoever implements it sends nothing. */
@FunctionalInterface
public interface MessageWriter {
    Written write(Leaving message);

    /**
     * @param language of the words, BCP 47
     * @param wording that was chosen: two messages of the same order with the same one read the same
     * @param segments that a network counts, or null
     * @param cost null where it costs nothing
     * @param obstacle why it can't be put into words; then all else is null
     */
    record Written(
            @Nullable String language,
            @Nullable Wording wording,
            @Nullable Integer segments,
            @Nullable Cost cost,
            @Nullable Reason obstacle) {
        public static Written impossible(Reason obstacle) {
            return new Written(null, null, null, null, obstacle);
        }
    }

    /** @param currency ISO 4217 */
    record Cost(BigDecimal amount, String currency) {}
}
