package upbeat.herald.server.credit;

import java.math.BigDecimal;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What happens when credit or a month's limit is used up.
 *
 * @param low when the team is told, an amount; null for never
 * @param atZero wait, or other: the notice's next channel where it has one
 * @param limits messages a month at most, by a channel's code, or {@code all}; a channel without one has none
 */
public record CreditSettings(@Nullable BigDecimal low, String atZero, Map<String, Integer> limits) {
    public static final CreditSettings NONE = new CreditSettings(null, "wait", Map.of());
    public static final String ALL = "all";
    public static final String OTHER = "other";

    public CreditSettings {
        limits = limits == null ? Map.of() : Map.copyOf(limits);
        atZero = atZero == null ? "wait" : atZero;
    }

    boolean goesToOther() {
        return OTHER.equals(atZero);
    }
}
