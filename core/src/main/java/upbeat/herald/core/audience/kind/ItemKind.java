package upbeat.herald.core.audience.kind;

import java.util.function.Predicate;
import upbeat.herald.core.Glob;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;

/** The names of the items. A word without {@code *} may stand anywhere in a name. */
public final class ItemKind extends PatternKind {
    @Override
    public String code() {
        return "item";
    }

    @Override
    public String label() {
        return "Item name";
    }

    @Override
    boolean anyText(OrderFacts facts, Predicate<String> test) {
        for (Order.Item item : facts.order().purchase().items())
            if (item.name() != null && test.test(item.name())) return true;
        return false;
    }

    @Override
    String pattern(String typed) {
        String text = normalize(typed);
        return Glob.isPattern(text) ? text : "*" + text + "*";
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "with " + quote(condition) + " among the items";
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return findMatch(condition, facts)
                .map(name -> "has the item \"" + name + "\"")
                .orElse("has no item like " + quote(condition));
    }
}
