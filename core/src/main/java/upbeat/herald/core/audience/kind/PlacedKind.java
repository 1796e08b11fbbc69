package upbeat.herald.core.audience.kind;

import java.time.Instant;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;

/** The day an order was placed. */
public final class PlacedKind extends DaysKind {
    @Override
    public String code() {
        return "placed";
    }

    @Override
    public String label() {
        return "Placed in a period";
    }

    @Override
    Instant momentOf(OrderFacts facts) {
        return facts.order().placedAt();
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return rangeOf(condition)
                .describe(DaysKind::day, "placed from %s on", "placed until %s", "placed from %s to %s");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return "was placed on " + day(java.util.Objects.requireNonNull(valueOf(facts)));
    }
}
