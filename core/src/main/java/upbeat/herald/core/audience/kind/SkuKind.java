package upbeat.herald.core.audience.kind;

import java.util.function.Predicate;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;

/** The stock-keeping units of the items. */
public final class SkuKind extends PatternKind {
    @Override
    public String code() {
        return "sku";
    }

    @Override
    public String label() {
        return "SKU";
    }

    @Override
    boolean anyText(OrderFacts facts, Predicate<String> test) {
        for (Order.Item item : facts.order().purchase().items())
            if (item.sku() != null && test.test(item.sku())) return true;
        return false;
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "with the SKU " + quote(condition);
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return findMatch(condition, facts)
                .map(sku -> "has the SKU " + sku)
                .orElse("has no SKU like " + quote(condition));
    }
}
