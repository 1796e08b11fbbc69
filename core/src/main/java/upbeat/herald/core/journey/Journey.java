package upbeat.herald.core.journey;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
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
public record Journey(Stage stage, List<StageVisit> reached, Set<String> idle) {

    private static final Comparator<Report> BY_EVENT = Comparator.comparing(Report::at)
            .thenComparing(r -> r.stage().position())
            .thenComparing(Report::stage)
            .thenComparing(Report::key);

    public static Journey of(Collection<Report> reports) {
        List<Report> inOrder = new ArrayList<>(reports);
        inOrder.sort(BY_EVENT);
        Walk walk = new Walk();
        inOrder.forEach(walk::take);
        return walk.toJourney();
    }

    /** A journey that is worked out as its reports arrive. Only a report out of order makes it be walked again. */
    public static final class Growing {
        private final List<Report> reports = new ArrayList<>();
        private Walk walk = new Walk();

        /** With one report more. @return the whole journey, the same as {@link Journey#of} all of them */
        public Journey add(Report report) {
            boolean isLast = reports.isEmpty() || BY_EVENT.compare(reports.get(reports.size() - 1), report) <= 0;
            reports.add(report);
            if (isLast) walk.take(report);
            else {
                reports.sort(BY_EVENT);
                walk = new Walk();
                reports.forEach(walk::take);
            }
            return walk.toJourney();
        }
    }

    /** Walks the reports once; holds where the parcel stands and how far along the line it came. */
    private static final class Walk {
        Stage stage = Stage.ORDERED;
        int farthest = 0;
        int tries = 0;
        final Map<String, StageVisit> reached = new LinkedHashMap<>();
        final Set<String> idle = new java.util.HashSet<>();

        void take(Report report) {
            if (report.returnId() != null) {
                takeReturn(report, StageVisit.occasionOfReturn(report.returnId()));
                return;
            }
            Stage next = report.stage();
            if (next.isOrderStage() || !stage.mayBeFollowedBy(next, farthest)) {
                idle.add(report.key());
                return;
            }
            if (next.isCarrierStage() && farthest < Stage.DISPATCHED.position() && next != Stage.DISPATCHED) {
                visit(new StageVisit(Stage.DISPATCHED, StageVisit.ONCE, report.at(), true));
                farthest = Stage.DISPATCHED.position(); // a label that is registered later moves nothing back
            }
            if (next == Stage.ATTEMPTED) tries++;
            if (!visit(new StageVisit(next, occasion(next, report), report.at(), false)) && stage == next)
                idle.add(report.key());
            stage = next;
            if (!next.isSide()) farthest = next.position();
        }

        /** Each return is a way of its own, whatever the parcel's was: it may begin before delivery was reported. */
        private void takeReturn(Report report, String occasion) {
            Stage next = report.stage();
            boolean isOver = reached.containsKey(Stage.RETURNED.code() + "/" + occasion);
            boolean says = next == Stage.RETURNING || next == Stage.RETURNED;
            if (!says || isOver || !visit(new StageVisit(next, occasion, report.at(), false))) idle.add(report.key());
            else stage = next;
        }

        Journey toJourney() {
            return new Journey(stage, List.copyOf(reached.values()), Set.copyOf(idle));
        }

        private String occasion(Stage stage, Report report) {
            if (stage.isRepeatable()) return report.day();
            return stage == Stage.IN_TRANSIT && tries > 0 ? "after-attempt-" + tries : StageVisit.ONCE;
        }

        private boolean visit(StageVisit visit) {
            return reached.putIfAbsent(visit.key(), visit) == null;
        }
    }
}
