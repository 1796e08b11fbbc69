package upbeat.herald.core.audience.kind;

import java.util.stream.Stream;
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
    Stream<String> textsOf(OrderFacts facts) {
        return facts.order().purchase().items().stream().map(Order.Item::name).filter(java.util.Objects::nonNull);
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
