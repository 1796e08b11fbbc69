package upbeat.herald.core.audience.kind;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;

/** Whether the customer, known by e-mail address or phone number, ordered before. */
public final class CustomerKind extends ChoiceKind {
    private static final String FIRST = "first";
    private static final String RETURNING = "returning";

    @Override
    public String code() {
        return "customer";
    }

    @Override
    public String label() {
        return "First or returning customer";
    }

    @Override
    public boolean needsBackground() {
        return true;
    }

    @Override
    public List<ValueChoice> choices() {
        return List.of(new ValueChoice(FIRST, "first order"), new ValueChoice(RETURNING, "returning customer"));
    }

    @Override
    @Nullable String normalize(String value) {
        return value.equals(FIRST) || value.equals(RETURNING) ? value : null;
    }

    @Override
    String valueOf(OrderFacts facts) {
        return facts.background().isReturning() ? RETURNING : FIRST;
    }

    @Override
    String nameOf(String value, ConditionNames names) {
        return value.equals(FIRST) ? "first-time" : value;
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "from " + list(names(condition, names), "or") + " customers";
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return facts.background().isReturning() ? "is from a returning customer" : "is its customer's first";
    }
}
