package upbeat.herald.core.journey;

import static upbeat.herald.core.journey.Stage.ATTEMPTED;
import static upbeat.herald.core.journey.Stage.DELAYED;
import static upbeat.herald.core.journey.Stage.DELIVERED;
import static upbeat.herald.core.journey.Stage.DISPATCHED;
import static upbeat.herald.core.journey.Stage.IN_TRANSIT;
import static upbeat.herald.core.journey.Stage.ORDERED;
import static upbeat.herald.core.journey.Stage.OUT_FOR_DELIVERY;
import static upbeat.herald.core.journey.Stage.PACKED;
import static upbeat.herald.core.journey.Stage.READY_FOR_COLLECTION;
import static upbeat.herald.core.journey.Stage.RETURNED;
import static upbeat.herald.core.journey.Stage.RETURNING;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The one table of a parcel's stages: what a report may move it to, what makes news of a stage old, and which stages
 * come again. Delivered is the end but for a return, and a return ends only as returned. Along the line a parcel never
 * goes back, with two true exceptions: after a failed attempt it is on the road again, and it may be out for delivery
 * on another day.
 */
final class StageTable {
    /**
     * @param next what may follow
     * @param overtakenBy where the parcel stands when news of this stage is old
     */
    private record Row(Set<Stage> next, Set<Stage> overtakenBy) {}

    private static final Map<Stage, Row> ROWS = new EnumMap<>(Stage.class);
    private static final Set<Stage> REPEATABLE = EnumSet.of(OUT_FOR_DELIVERY, ATTEMPTED, DELAYED);

    static {
        row(ORDERED, onFrom(PACKED), Set.of());
        row(PACKED, onFrom(PACKED), onlyFrom(IN_TRANSIT));
        row(DISPATCHED, onFrom(DISPATCHED), onlyFrom(OUT_FOR_DELIVERY));
        row(IN_TRANSIT, onFrom(IN_TRANSIT), onlyFrom(OUT_FOR_DELIVERY));
        row(
                OUT_FOR_DELIVERY,
                onFrom(OUT_FOR_DELIVERY),
                with(onlyFrom(DELIVERED), ATTEMPTED, READY_FOR_COLLECTION, DELAYED));
        row(DELIVERED, Set.of(RETURNING, RETURNED), Set.of(RETURNING, RETURNED));
        // True only as long as the parcel stands there.
        row(ATTEMPTED, onlyFrom(IN_TRANSIT), anyOther(ATTEMPTED));
        row(READY_FOR_COLLECTION, onlyFrom(OUT_FOR_DELIVERY), anyOther(READY_FOR_COLLECTION));
        // Goes on from where it was held up, see mayFollow.
        row(DELAYED, onlyFrom(ORDERED), anyOther(DELAYED));
        row(RETURNING, Set.of(RETURNING, RETURNED), Set.of(RETURNED));
        row(RETURNED, Set.of(), anyOther(RETURNED));
    }

    private StageTable() {}

    private static void row(Stage stage, Set<Stage> next, Set<Stage> overtakenBy) {
        ROWS.put(stage, new Row(next, overtakenBy));
    }

    private static Set<Stage> onlyFrom(Stage first) {
        return Stage.from(first.position());
    }

    /** A delay may come at any time on the line. */
    private static Set<Stage> onFrom(Stage first) {
        return with(onlyFrom(first), DELAYED);
    }

    private static Set<Stage> with(Set<Stage> stages, Stage... more) {
        Set<Stage> all = EnumSet.copyOf(stages);
        all.addAll(Set.of(more));
        return all;
    }

    private static Set<Stage> anyOther(Stage stage) {
        Set<Stage> all = Stage.from(ORDERED.position());
        all.remove(stage);
        return all;
    }

    /** @param farthest position on the line that the parcel reached before */
    static boolean mayFollow(Stage stage, Stage next, int farthest) {
        Row row = ROWS.get(stage);
        if (row == null || !row.next().contains(next)) return false;
        return stage != DELAYED || next.position() >= Math.min(farthest, IN_TRANSIT.position());
    }

    /** Whether a parcel may still come to a stage, over any others. @param farthest see {@link #mayFollow} */
    static boolean canReach(Stage stage, Stage target, int farthest) {
        record At(Stage stage, int farthest) {}
        Set<At> seen = new HashSet<>();
        Deque<At> open = new ArrayDeque<>(List.of(new At(stage, farthest)));
        while (!open.isEmpty()) {
            At at = open.pop();
            if (!seen.add(at)) continue;
            for (Stage next : Stage.from(PACKED.position())) {
                if (!mayFollow(at.stage(), next, at.farthest())) continue;
                if (next == target) return true;
                open.push(new At(next, next.isSide() ? at.farthest() : Math.max(at.farthest(), next.position())));
            }
        }
        return false;
    }

    static Set<Stage> overtakenBy(Stage stage) {
        Row row = ROWS.get(stage);
        return row == null ? Set.of() : row.overtakenBy();
    }

    static boolean isRepeatable(Stage stage) {
        return REPEATABLE.contains(stage);
    }
}
