package upbeat.herald.core.forecast;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.notice.DailyLimit;
import upbeat.herald.core.notice.Notice;

/** A plan as it was at each moment, and how many messages a customer is sent on a day at most under it. */
public final class PlanHistory {
    private final NavigableMap<Instant, List<Notice>> since = new TreeMap<>();
    private final @Nullable DailyLimit dailyLimit;
    private final boolean needsBackground;
    private final boolean isSilenceAsked;

    private PlanHistory(Map<Instant, List<Notice>> plans, @Nullable DailyLimit dailyLimit) {
        this.dailyLimit = dailyLimit;
        plans.forEach((from, plan) -> since.put(from, List.copyOf(plan)));
        needsBackground = hasAny(Notice::needsBackground);
        isSilenceAsked = hasAny(n -> n.timing().quietDays() != null);
    }

    private boolean hasAny(Predicate<Notice> what) {
        return since.values().stream().flatMap(List::stream).anyMatch(what);
    }

    /** The same plan all the time, without a limit. */
    public static PlanHistory constant(List<Notice> plan) {
        return constant(plan, null);
    }

    /** The same plan all the time. @param dailyLimit null for none */
    public static PlanHistory constant(List<Notice> plan, @Nullable DailyLimit dailyLimit) {
        return new PlanHistory(Map.of(Instant.MIN, plan), dailyLimit);
    }

    /** @param plans each from a moment on; before the first there is none */
    public static PlanHistory of(Map<Instant, List<Notice>> plans) {
        return new PlanHistory(plans, null);
    }

    List<Notice> at(Instant when) {
        Map.Entry<Instant, List<Notice>> entry = since.floorEntry(when);
        return entry == null ? List.of() : entry.getValue();
    }

    @Nullable DailyLimit dailyLimit() {
        return dailyLimit;
    }

    /** True where a notice waits for a carrier's silence. */
    boolean isSilenceAsked() {
        return isSilenceAsked;
    }

    /** True where a condition asks for more than an order's own document. */
    boolean needsBackground() {
        return needsBackground;
    }
}
