package upbeat.herald.core.audience.kind;

import java.util.stream.Stream;
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
    Stream<String> textsOf(OrderFacts facts) {
        return facts.order().purchase().items().stream().map(Order.Item::sku).filter(java.util.Objects::nonNull);
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
