package upbeat.herald.core.audience.kind;

import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;

/** The shop an order came from, by its key. */
public final class ShopKind extends ChoiceKind {
    @Override
    public String code() {
        return "shop";
    }

    @Override
    public String label() {
        return "Shop";
    }

    @Override
    String valueOf(OrderFacts facts) {
        return facts.order().shop();
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "from " + list(names(condition, names), "and");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return "comes from " + facts.order().shop();
    }
}
