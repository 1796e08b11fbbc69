package upbeat.herald.core.journey;

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
        Journey before = Journey.of(known);
        // A label printed after the first scan makes that scan no older news: only a stage as far along or farther
        // does.
        boolean late = before.reached().stream()
                .anyMatch(v -> v.at().isAfter(arrived.at())
                        && v.stage().position() >= arrived.stage().position());
        List<Report> all = new java.util.ArrayList<>(known);
        all.add(arrived);
        Journey after = Journey.of(all);
        List<StageVisit> news = late
                ? List.of()
                : after.reached().stream()
                        .filter(v -> v.at().equals(arrived.at()))
                        .filter(v ->
                                before.reached().stream().noneMatch(b -> b.key().equals(v.key())))
                        .filter(v -> !told.contains(v.key()))
                        .toList();
        return new ReportEffect(after, news, late);
    }
}
