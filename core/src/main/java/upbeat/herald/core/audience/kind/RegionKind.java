package upbeat.herald.core.audience.kind;

import java.util.function.Predicate;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;

/** The region of destination as the shop writes it, or with its country in front as ISO 3166-2 does: {@code DE-BY}. */
public final class RegionKind extends PatternKind {
    @Override
    public String code() {
        return "region";
    }

    @Override
    public String label() {
        return "Region";
    }

    @Override
    boolean anyText(OrderFacts facts, Predicate<String> test) {
        Order.ShipTo to = facts.order().shipTo();
        if (to == null || to.region() == null) return false;
        return test.test(to.region()) || to.country() != null && test.test(to.country() + "-" + to.region());
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "to the region " + quote(condition);
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return findFirst(facts, text -> true)
                .map(r -> "goes to the region \"" + r + "\"")
                .orElse("has no region");
    }
}
