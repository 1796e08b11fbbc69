package upbeat.herald.core.journey;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Where a parcel is, or what became of an order. The line runs from {@link #ORDERED} to {@link #DELIVERED}; the other
 * stages stand beside it. What may follow a stage and what makes news of it old stands in {@link StageTable}.
 */
public enum Stage {
    ORDERED(0, Kind.ORDER_ON_LINE),
    PACKED(1, Kind.LINE),
    DISPATCHED(2, Kind.LINE),
    IN_TRANSIT(3, Kind.LINE),
    OUT_FOR_DELIVERY(4, Kind.LINE),
    DELIVERED(5, Kind.LINE),
    ATTEMPTED(4, Kind.BRANCH),
    READY_FOR_COLLECTION(4, Kind.BRANCH),
    DELAYED(3, Kind.BRANCH),
    RETURNING(5, Kind.BRANCH),
    RETURNED(5, Kind.BRANCH),
    CANCELLED(5, Kind.ORDER_BRANCH),
    REFUNDED(5, Kind.ORDER_BRANCH);

    private enum Kind {
        ORDER_ON_LINE,
        LINE,
        BRANCH,
        ORDER_BRANCH
    }

    private static final Map<String, Stage> BY_CODE =
            Arrays.stream(values()).collect(Collectors.toUnmodifiableMap(Stage::code, s -> s));

    private final int position;
    private final Kind kind;
    private final String code;

    Stage(int position, Kind kind) {
        this.position = position;
        this.kind = kind;
        this.code = name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * Position on the line, 0 (ordered) to 5 (delivered); a stage beside the line borrows that of the stop it branches
     * off.
     */
    public int position() {
        return position;
    }

    /** True for the stages drawn beside the line. */
    public boolean isSide() {
        return kind == Kind.BRANCH || kind == Kind.ORDER_BRANCH;
    }

    /** True for what happens to an order as a whole, never to one of its parcels. */
    public boolean isOrderStage() {
        return kind == Kind.ORDER_ON_LINE || kind == Kind.ORDER_BRANCH;
    }

    /** True where only a carrier can bring a parcel there: it has the parcel by then. */
    public boolean isCarrierStage() {
        return !isOrderStage() && position >= DISPATCHED.position;
    }

    /** True where a parcel may come again, each day being a new occasion. */
    public boolean isRepeatable() {
        return StageTable.isRepeatable(this);
    }

    /** True where an order leaves at this stage, or is further on its way: too late for one that shall be cancelled. */
    public boolean isGoingOut() {
        return this == PACKED || this == DISPATCHED || this == IN_TRANSIT || this == OUT_FOR_DELIVERY;
    }

    /** True where nothing is expected of the parcel any more, but for its return. */
    public boolean isFinal() {
        return this == DELIVERED || this == RETURNED;
    }

    /** True while a carrier has the parcel and should be heard from: silence is worth a look. */
    public boolean isUnderway() {
        return isCarrierStage() && !isFinal() && this != READY_FOR_COLLECTION;
    }

    /** True where news of this stage is old once the parcel stands at {@code now}. */
    public boolean isOvertakenBy(Stage now) {
        return StageTable.overtakenBy(this).contains(now);
    }

    /**
     * Whether a parcel that stands here may still come to another stage, over any stages between.
     *
     * @param farthest the highest {@link #position()} on the main line it came to
     */
    public boolean canReach(Stage target, int farthest) {
        return StageTable.canReach(this, target, farthest);
    }

    /**
     * True where a report of {@code next} moves a parcel that stands here. @param farthest position on the line reached
     * so far
     */
    boolean mayBeFollowedBy(Stage next, int farthest) {
        return StageTable.mayFollow(this, next, farthest);
    }

    /** The word used in the API and the database: {@code out-for-delivery}. */
    public String code() {
        return code;
    }

    /** The stage in a sentence: "out for delivery". */
    public String label() {
        return code.replace('-', ' ');
    }

    /** The stage for its code, in any case, with spaces or underscores for the hyphens. */
    public static Optional<Stage> fromCode(@Nullable String word) {
        if (word == null) return Optional.empty();
        Stage known = BY_CODE.get(word);
        String code = word.strip().toLowerCase(Locale.ROOT).replace('_', '-').replace(' ', '-');
        return Optional.ofNullable(known != null ? known : BY_CODE.get(code));
    }

    /** Codes of the stages for which something holds, for SQL parameters. */
    public static List<String> codes(java.util.function.Predicate<Stage> condition) {
        return Arrays.stream(values()).filter(condition).map(Stage::code).toList();
    }

    static Set<Stage> from(int position) {
        return Arrays.stream(values())
                .filter(s -> !s.isOrderStage() && s.position >= position)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Stage.class)));
    }
}
