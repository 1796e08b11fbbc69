package upbeat.herald.core.journey;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;

/**
 * What one arriving report changes. A report older than one that already brought the parcel as far is late: it enters
 * the timeline, but it neither moves the parcel back nor is news to a customer.
 *
 * @param journey the way with the new report in it
 * @param news visits that were not news before, the furthest along last
 * @param late true where a later event was known before this one
 */
public record ReportEffect(Journey journey, List<StageVisit> news, boolean late) {

    /**
     * @param known the reports before this one
     * @param arrived the new report
     * @param told {@link StageVisit#key() keys} of visits that were news once already
     */
    public static ReportEffect of(Collection<Report> known, Report arrived, Set<String> told) {
        List<Report> all = new ArrayList<>(known.size() + 1);
        all.addAll(known);
        all.add(arrived);
        return between(Journey.of(known), Journey.of(all), arrived, told);
    }

    /** The same, where the ways before and after it are at hand. */
    public static ReportEffect between(Journey before, Journey after, Report arrived, Set<String> told) {
        // A label printed after the first scan makes that scan no older news: only a stage as far along or farther
        // does.
        boolean late = false;
        for (StageVisit v : before.reached())
            late |= v.at().isAfter(arrived.at())
                    && v.stage().position() >= arrived.stage().position();
        List<StageVisit> news = new ArrayList<>(2);
        for (StageVisit v : after.reached())
            if (!late && v.at().equals(arrived.at()) && !told.contains(v.key()) && !isIn(before, v)) news.add(v);
        return new ReportEffect(after, List.copyOf(news), late);
    }

    private static boolean isIn(Journey journey, StageVisit visit) {
        for (StageVisit v : journey.reached()) if (v.key().equals(visit.key())) return true;
        return false;
    }
}
