package upbeat.herald.core.journey;

import java.util.Collection;
import java.util.List;
import java.util.Set;

/**
 * What one arriving report changes. A report older than one that already brought the parcel as far is late: it enters
 * the story, but it neither moves the parcel back nor is news to a customer.
 *
 * @param journey the way with the new report in it
 * @param news visits nobody was told of yet, the furthest along last
 * @param late true where a later event was known before this one
 */
public record Arrival(Journey journey, List<StageReached> news, boolean late) {

    /**
     * @param known the reports before this one
     * @param arrived the new report
     * @param told {@link StageReached#key() keys} of visits that were news once already
     */
    public static Arrival of(Collection<Report> known, Report arrived, Set<String> told) {
        Journey before = Journey.of(known);
        // A label printed after the first scan makes that scan no older news: only a stage as far along or farther
        // does.
        boolean late = before.reached().stream()
                .anyMatch(v -> v.at().isAfter(arrived.at())
                        && v.stage().onLine() >= arrived.stage().onLine());
        List<Report> all = new java.util.ArrayList<>(known);
        all.add(arrived);
        Journey after = Journey.of(all);
        List<StageReached> news = late
                ? List.of()
                : after.reached().stream()
                        .filter(v -> v.at().equals(arrived.at()))
                        .filter(v ->
                                before.reached().stream().noneMatch(b -> b.key().equals(v.key())))
                        .filter(v -> !told.contains(v.key()))
                        .toList();
        return new Arrival(after, news, late);
    }
}
