package upbeat.herald.core.audience.kind;

import java.util.function.Predicate;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;

/** Tags, from the shop or put on here. */
public final class TagKind extends PatternKind {
    @Override
    public String code() {
        return "tag";
    }

    @Override
    public String label() {
        return "Tag";
    }

    @Override
    public boolean needsBackground() {
        return true;
    }

    @Override
    boolean anyText(OrderFacts facts, Predicate<String> test) {
        for (String tag : facts.background().tagsOf(facts.order())) if (test.test(tag)) return true;
        return false;
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "tagged " + quote(condition);
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return findMatch(condition, facts)
                .map(tag -> "is tagged \"" + tag + "\"")
                .orElse("isn't tagged " + quote(condition));
    }
}
