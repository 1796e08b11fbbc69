package upbeat.herald.core.audience.kind;

import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;

/** How many pieces an order has in all. */
public final class QuantityKind extends NumberKind {
    @Override
    public String code() {
        return "quantity";
    }

    @Override
    public String label() {
        return "Number of pieces";
    }

    @Override
    Integer valueOf(OrderFacts facts) {
        return Order.countPieces(facts.order().purchase().items());
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return rangeOf(condition)
                .describe(String::valueOf, "with %s or more pieces", "with up to %s pieces", "with %s to %s pieces");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return "has " + count(valueOf(facts), "piece", "pieces");
    }
}
