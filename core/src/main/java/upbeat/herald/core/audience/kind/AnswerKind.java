package upbeat.herald.core.audience.kind;

import java.util.List;
import java.util.function.Predicate;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;

/**
 * What the customer answered. A value names a notice and one of its buttons, {@code notice/button}, or with {@code *}
 * for the button any answer to it.
 */
public final class AnswerKind extends ConditionKind {
    /** Stands for every button of a notice. */
    public static final String ANY_BUTTON = "*";

    @Override
    public String code() {
        return "answer";
    }

    @Override
    public String label() {
        return "Answered";
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.CHOICES;
    }

    /** The value for a button. */
    public static String valueOf(String notice, String button) {
        return notice + "/" + button;
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        List<String> values = requireValues(condition, "Choose at least one answer");
        values.forEach(v -> {
            if (v.indexOf('/') < 1) throw new HeraldException(null, "\"" + v + "\" isn't one of the choices");
        });
        return facts -> {
            if (facts.answers().isEmpty()) return false;
            for (String value : values) {
                int slash = value.lastIndexOf('/');
                String given = facts.answers().get(value.substring(0, slash));
                String wanted = value.substring(slash + 1);
                if (given != null && (wanted.equals(ANY_BUTTON) || wanted.equals(given))) return true;
            }
            return false;
        };
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "answered with "
                + list(
                        condition.values().stream()
                                .map(v -> names.find(code(), v))
                                .sorted()
                                .toList(),
                        "or");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return condition.fits(facts) ? "has that answer" : "has no such answer";
    }
}
