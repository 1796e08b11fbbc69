package upbeat.herald.server.notice;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Something about the plan that a person should look at.
 *
 * @param noticeId the notice it is about, or null
 * @param channel code of the channel it is about, or null
 * @param text what is wrong, in words
 * @param count how many messages or orders it is about; 0 where nothing is counted
 */
public record PlanFinding(
        Kind kind, @Nullable String noticeId, @Nullable String channel, String text, int count) {
    /** What kind of thing it is: the browser has the way to each. */
    public enum Kind {
        /** Something keeps the notice from being sent at all. */
        NOT_READY,
        /** It follows an answer that nobody is asked for. */
        ANSWER_GONE,
        /** Customers would miss something in the brand. */
        BRAND_GAP,
        /** Messages weren't sent, for a reason that isn't the customer's. */
        HELD,
        /** Most messages come too late to be said. */
        OVERTAKEN,
        /** Nothing was sent for longer than usual. */
        SILENT,
        /** Another notice speaks at the same moment over the same channel. */
        SAME_MOMENT,
        /** A shop tells its customers the same itself. */
        SHOP_TELLS,
        /** Customers' language has no text. */
        MISSING_LANGUAGE,
        /** A field that a text names is often empty. */
        EMPTY_FIELD,
        /** A text about a parcel on its way doesn't say where to follow it. */
        NO_LINK,
        /** The network hasn't approved a text. */
        NOT_APPROVED,
        /** No order of the last days met a condition. */
        NEVER_MET,
        /** A text is just over the limit that makes it cost twice. */
        JUST_OVER;

        @JsonValue
        public String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }
}
