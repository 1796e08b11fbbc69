package upbeat.herald.core.returns;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Why something comes back, as shops commonly ask (common practice, no source). */
public enum ReturnReason {
    NOT_WANTED,
    NOT_AS_EXPECTED,
    UNSUITABLE,
    DAMAGED,
    WRONG_ITEM,
    TOO_LATE,
    OTHER;

    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** For the team: "not as expected". */
    public String label() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    public static Optional<ReturnReason> fromCode(@Nullable String code) {
        return Arrays.stream(values()).filter(r -> r.code().equals(code)).findFirst();
    }
}
