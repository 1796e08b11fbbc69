package upbeat.herald.core.audience.kind;

import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;

/** Kinds whose order has one value of a list at the most. */
abstract class ChoiceKind extends ConditionKind {
    /** The order's value, as conditions write it, or null. */
    abstract @Nullable String valueOf(OrderFacts facts);

    /** A value in a sentence. */
    String nameOf(String value, ConditionNames names) {
        return names.find(code(), value);
    }

    /** A value as it is compared; null where it is none of this kind. */
    @Nullable String normalize(String value) {
        return value;
    }

    /** What to do where nothing was chosen. */
    String chooseMessage() {
        return "Choose at least one";
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.CHOICES;
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        Set<String> wanted = normalized(condition);
        return facts -> {
            String value = valueOf(facts);
            return value != null && wanted.contains(value);
        };
    }

    private Set<String> normalized(Condition condition) {
        Set<String> wanted = new java.util.HashSet<>();
        for (String value : requireValues(condition, chooseMessage())) {
            String normal = normalize(value);
            if (normal == null) throw new HeraldException(null, "\"" + value + "\" isn't one of the choices");
            wanted.add(normal);
        }
        return wanted;
    }

    @Override
    protected boolean excludes(Condition one, Condition other) {
        return Collections.disjoint(normalized(one), normalized(other));
    }

    /** The names of what was chosen, in their order. */
    final List<String> names(Condition condition, ConditionNames names) {
        return condition.values().stream()
                .map(v -> normalize(v) == null ? v : normalize(v))
                .map(v -> nameOf(v, names))
                .sorted()
                .toList();
    }
}
