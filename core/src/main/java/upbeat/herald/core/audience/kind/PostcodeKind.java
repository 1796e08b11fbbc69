package upbeat.herald.core.audience.kind;

import java.util.function.Predicate;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;

/** The postcode of destination; spaces and hyphens don't count. */
public final class PostcodeKind extends PatternKind {
    @Override
    public String code() {
        return "postcode";
    }

    @Override
    public String label() {
        return "Postcode";
    }

    @Override
    String normalize(String text) {
        if (text.indexOf(' ') < 0 && text.indexOf('-') < 0) return text;
        StringBuilder plain = new StringBuilder(text.length());
        text.chars().filter(c -> c != ' ' && c != '-').forEach(c -> plain.append((char) c));
        return plain.toString();
    }

    @Override
    boolean anyText(OrderFacts facts, Predicate<String> test) {
        Order.ShipTo to = facts.order().shipTo();
        return to != null && to.postcode() != null && test.test(to.postcode());
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "to postcodes like " + quote(condition);
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return findFirst(facts, text -> true)
                .map(p -> "goes to the postcode " + p)
                .orElse("has no postcode");
    }
}
