package upbeat.herald.core.audience;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.Locale;

/** How the conditions of a group are joined. */
public enum Match {
    /** Every one of them holds. */
    ALL,
    /** At least one of them holds. */
    ANY,
    /** Not one of them holds. */
    NONE;

    @JsonValue
    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** @throws IllegalArgumentException for a word that is none of the three */
    @JsonCreator
    static Match parse(String code) {
        return Arrays.stream(values())
                .filter(m -> m.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no way of joining conditions: " + code));
    }
}
