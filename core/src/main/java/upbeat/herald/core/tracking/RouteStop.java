package upbeat.herald.core.tracking;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;

/**
 * One stop of a parcel's progress as its page draws it.
 *
 * @param at when it got there last; null for what lies ahead
 * @param place where, or null
 */
public record RouteStop(
        Stage stage,
        State state,
        @Nullable Instant at,
        @Nullable String place) {
    /** Where the parcel stands as seen from a stop. */
    public enum State {
        PASSED,
        HERE,
        AHEAD
    }

    private static final List<Stage> LINE = List.of(
            Stage.ORDERED, Stage.PACKED, Stage.DISPATCHED, Stage.IN_TRANSIT, Stage.OUT_FOR_DELIVERY, Stage.DELIVERED);

    /**
     * A parcel's way: the stops it came to, the one where it stands, and those of the line ahead. Stops that it passed
     * without a report, or that were reported later than what follows, aren't drawn, nor is "packed" ahead: most shops
     * never say so. Beside the line it has one stop more. A parcel that goes back has nothing ahead but its return.
     *
     * @param placedAt when the order was placed
     */
    public static List<RouteStop> of(TrackedParcel parcel, Instant placedAt) {
        Stage now = parcel.stage();
        List<RouteStop> stops = new ArrayList<>();
        for (Stage stage : LINE) {
            Instant at = stage == Stage.ORDERED ? placedAt : lastAt(parcel, stage);
            if (stage == now) stops.add(new RouteStop(stage, State.HERE, at, placeOf(parcel, stage, at)));
            else if (at != null && isPassed(stage, now))
                stops.add(new RouteStop(stage, State.PASSED, at, placeOf(parcel, stage, at)));
            else if (isAhead(stage, now)) stops.add(new RouteStop(stage, State.AHEAD, null, null));
        }
        if (now.isSide()) insertSideStop(stops, parcel);
        dropTooLate(stops);
        return stops;
    }

    /** The way of an order whose parcel isn't known yet. */
    public static List<RouteStop> ofOrder(Instant placedAt) {
        List<RouteStop> stops = new ArrayList<>();
        for (Stage stage : LINE)
            if (stage == Stage.ORDERED) stops.add(new RouteStop(stage, State.HERE, placedAt, null));
            else if (stage != Stage.PACKED) stops.add(new RouteStop(stage, State.AHEAD, null, null));
        return stops;
    }

    private static boolean isGoingBack(Stage now) {
        return now == Stage.RETURNING || now == Stage.RETURNED;
    }

    private static boolean isPassed(Stage stage, Stage now) {
        if (isGoingBack(now)) return true;
        return now.isSide() ? stage.position() <= now.position() : stage.position() < now.position();
    }

    private static boolean isAhead(Stage stage, Stage now) {
        if (isGoingBack(now) || stage == Stage.PACKED) return false;
        // A parcel that waits to be collected isn't brought any more.
        if (now == Stage.READY_FOR_COLLECTION) return stage == Stage.DELIVERED;
        return stage.position() > now.position();
    }

    /** A number that is entered after the carrier has the parcel makes "packed" later than what follows. */
    private static void dropTooLate(List<RouteStop> stops) {
        Instant next = null;
        for (int i = stops.size() - 1; i >= 0; i--) {
            RouteStop stop = stops.get(i);
            if (stop.state() == State.PASSED
                    && next != null
                    && stop.at() != null
                    && stop.at().isAfter(next)) stops.remove(i);
            else if (stop.at() != null) next = stop.at();
        }
    }

    private static void insertSideStop(List<RouteStop> stops, TrackedParcel parcel) {
        int place = 0;
        while (place < stops.size() && stops.get(place).state() == State.PASSED) place++;
        Instant at = lastAt(parcel, parcel.stage());
        if (parcel.stage() == Stage.RETURNED) {
            Instant back = lastAt(parcel, Stage.RETURNING);
            if (back != null)
                stops.add(
                        place++,
                        new RouteStop(Stage.RETURNING, State.PASSED, back, placeOf(parcel, Stage.RETURNING, back)));
        }
        stops.add(place, new RouteStop(parcel.stage(), State.HERE, at, placeOf(parcel, parcel.stage(), at)));
        if (parcel.stage() == Stage.RETURNING) stops.add(new RouteStop(Stage.RETURNED, State.AHEAD, null, null));
    }

    private static @Nullable Instant lastAt(TrackedParcel parcel, Stage stage) {
        return parcel.visits().stream()
                .filter(v -> v.stage() == stage)
                .map(StageVisit::at)
                .max(Instant::compareTo)
                .orElse(null);
    }

    private static @Nullable String placeOf(TrackedParcel parcel, Stage stage, @Nullable Instant at) {
        return parcel.scans().stream()
                .filter(s -> s.stage() == stage && s.at().equals(at))
                .map(TrackedParcel.Scan::place)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }
}
