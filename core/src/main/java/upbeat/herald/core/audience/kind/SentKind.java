package upbeat.herald.core.audience.kind;

import java.util.List;
import java.util.function.Predicate;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;

/** Whether a notice, by its id, has a message on the order: one of those chosen is enough. */
public final class SentKind extends ConditionKind {
    @Override
    public String code() {
        return "sent";
    }

    @Override
    public String label() {
        return "Was sent";
    }

    @Override
    public boolean needsBackground() {
        return true;
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.CHOICES;
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        List<String> notices = requireValues(condition, "Choose at least one notice");
        return facts -> notices.stream().anyMatch(facts.background().sentNotices()::contains);
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "that were sent "
                + list(
                        condition.values().stream()
                                .map(v -> "\"" + names.find(code(), v) + "\"")
                                .sorted()
                                .toList(),
                        "or");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return condition.fits(facts) ? "was sent that" : "wasn't sent that";
    }
}
