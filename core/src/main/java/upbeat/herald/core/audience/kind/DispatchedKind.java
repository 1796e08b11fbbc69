package upbeat.herald.core.audience.kind;

import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;

/** The day the first parcel of an order was dispatched. */
public final class DispatchedKind extends DaysKind {
    @Override
    public String code() {
        return "dispatched";
    }

    @Override
    public String label() {
        return "Dispatched in a period";
    }

    @Override
    public boolean needsBackground() {
        return true;
    }

    @Override
    @Nullable Instant momentOf(OrderFacts facts) {
        return facts.background().dispatchedAt();
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return rangeOf(condition)
                .describe(DaysKind::day, "dispatched from %s on", "dispatched until %s", "dispatched from %s to %s");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        LocalDate day = valueOf(facts);
        return day == null ? "isn't dispatched yet" : "was dispatched on " + day(day);
    }
}
