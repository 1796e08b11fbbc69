package upbeat.herald.core.journey;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Where a parcel stands, or what became of an order. The line runs from {@link #ORDERED} to {@link #DELIVERED}; the
 * other stages stand beside it. {@link #onLine()} is the position on the line that a stage stands for: a side stage
 * borrows that of the stop it branches off.
 */
public enum Stage {
    ORDERED(0, false),
    PACKED(1, false),
    DISPATCHED(2, false),
    IN_TRANSIT(3, false),
    OUT_FOR_DELIVERY(4, false),
    DELIVERED(5, false),
    ATTEMPTED(4, true),
    READY_FOR_COLLECTION(4, true),
    DELAYED(3, true),
    RETURNING(5, true),
    RETURNED(5, true),
    CANCELLED(5, true),
    REFUNDED(5, true);

    private final int onLine;
    private final boolean side;
    private final String code;

    Stage(int onLine, boolean side) {
        this.onLine = onLine;
        this.side = side;
        this.code = name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Position on the line, 0 (ordered) to 5 (delivered). */
    public int onLine() {
        return onLine;
    }

    /** True for the stages drawn beside the line. */
    public boolean side() {
        return side;
    }

    private static final Map<String, Stage> BY_CODE =
            Arrays.stream(values()).collect(Collectors.toUnmodifiableMap(Stage::code, s -> s));

    /** The word used in the API and the database: {@code out-for-delivery}. */
    public String code() {
        return code;
    }

    /** The stage for its word, in any case, with spaces or underscores for the hyphens. */
    public static Optional<Stage> of(String word) {
        if (word == null) return Optional.empty();
        Stage known = BY_CODE.get(word);
        return Optional.ofNullable(
                known != null
                        ? known
                        : BY_CODE.get(word.strip()
                                .toLowerCase(Locale.ROOT)
                                .replace('_', '-')
                                .replace(' ', '-')));
    }

    /** True for what happens to an order as a whole, never to one of its parcels. */
    public boolean ofOrder() {
        return this == ORDERED || this == CANCELLED || this == REFUNDED;
    }

    /** The stage in a sentence: "out for delivery". */
    public String words() {
        return code.replace('-', ' ');
    }
}
