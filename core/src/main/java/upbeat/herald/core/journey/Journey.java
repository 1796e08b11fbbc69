package upbeat.herald.core.journey;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A parcel's way, worked out from all that was reported of it, in the order of the events and not of their arrival. The
 * same reports in any order give the same journey.
 *
 * @param stage where the parcel stands now; {@link Stage#ORDERED} while nothing was reported
 * @param reached the visits to stages, oldest first, each once
 * @param idle keys of reports that moved nothing: doubles, steps back, and anything after the end
 */
public record Journey(Stage stage, List<StageReached> reached, Set<String> idle) {

    private static final Comparator<Report> BY_EVENT = Comparator.comparing(Report::at)
            .thenComparing(r -> r.stage().onLine())
            .thenComparing(Report::stage)
            .thenComparing(Report::key);

    private static final Set<Stage> COMES_AGAIN = EnumSet.of(Stage.OUT_FOR_DELIVERY, Stage.ATTEMPTED, Stage.DELAYED);

    public static Journey of(Collection<Report> reports) {
        List<Report> inOrder = new ArrayList<>(reports);
        inOrder.sort(BY_EVENT);
        Walk walk = new Walk();
        inOrder.forEach(walk::take);
        return new Journey(walk.stage, List.copyOf(walk.reached.values()), Set.copyOf(walk.idle));
    }

    /** Walks the reports once; holds where the parcel stands and how far along the line it came. */
    private static final class Walk {
        Stage stage = Stage.ORDERED;
        int farthest = 0;
        int tries = 0;
        final Map<String, StageReached> reached = new LinkedHashMap<>();
        final Set<String> idle = new java.util.HashSet<>();

        void take(Report report) {
            Stage next = report.stage();
            if (next.ofOrder() || !mayFollow(next)) {
                idle.add(report.key());
                return;
            }
            if (isCarriers(next) && farthest < Stage.DISPATCHED.onLine() && next != Stage.DISPATCHED) {
                visit(new StageReached(Stage.DISPATCHED, StageReached.ONCE, report.at(), true));
            }
            if (next == Stage.ATTEMPTED) tries++;
            if (!visit(new StageReached(next, occasion(next, report), report.at(), false)) && stage == next)
                idle.add(report.key());
            stage = next;
            if (!next.side()) farthest = next.onLine();
        }

        /**
         * What may come after what. Delivered ends the way but for a return; a return ends only as returned. Along the
         * line a parcel never goes back, with two true exceptions: after a failed attempt it travels again, and it may
         * be out for delivery on another day.
         */
        private boolean mayFollow(Stage next) {
            switch (stage) {
                case RETURNED:
                    return false;
                case RETURNING:
                    return next == Stage.RETURNED || next == Stage.RETURNING;
                case DELIVERED:
                    return next == Stage.RETURNING || next == Stage.RETURNED;
                case ATTEMPTED:
                    return next.onLine() >= Stage.IN_TRANSIT.onLine();
                case READY_FOR_COLLECTION:
                    return next != Stage.IN_TRANSIT
                            && next != Stage.DELAYED
                            && next.onLine() >= Stage.OUT_FOR_DELIVERY.onLine();
                case DELAYED:
                    return next.onLine() >= Math.min(farthest, Stage.IN_TRANSIT.onLine());
                default:
                    return next == Stage.DELAYED || next.onLine() >= farthest;
            }
        }

        private static boolean isCarriers(Stage stage) {
            return stage.onLine() >= Stage.DISPATCHED.onLine();
        }

        private String occasion(Stage stage, Report report) {
            if (COMES_AGAIN.contains(stage)) return report.day();
            return stage == Stage.IN_TRANSIT && tries > 0 ? "after-attempt-" + tries : StageReached.ONCE;
        }

        private boolean visit(StageReached visit) {
            return reached.putIfAbsent(visit.key(), visit) == null;
        }
    }
}
