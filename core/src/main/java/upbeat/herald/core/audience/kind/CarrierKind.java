package upbeat.herald.core.audience.kind;

import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;

/** Who carries the parcel in question or, for what happens to the order as a whole, any of its parcels. */
public final class CarrierKind extends ConditionKind {
    @Override
    public String code() {
        return "carrier";
    }

    @Override
    public String label() {
        return "Carrier";
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.CHOICES;
    }

    @Override
    public boolean needsBackground() {
        return true;
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        Set<String> wanted = Set.copyOf(requireValues(condition, "Choose at least one carrier"));
        return facts -> !Collections.disjoint(facts.carriers(), wanted);
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "with "
                + list(
                        condition.values().stream()
                                .map(v -> names.find(code(), v))
                                .sorted()
                                .toList(),
                        "or");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return facts.carriers().isEmpty()
                ? "has no parcel yet"
                : "goes with " + list(List.copyOf(facts.carriers()), "and");
    }
}
