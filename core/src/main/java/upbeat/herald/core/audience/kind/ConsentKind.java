package upbeat.herald.core.audience.kind;

import java.util.List;
import java.util.function.Predicate;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;
import upbeat.herald.core.wording.Channel;

/** Whether the customer clearly agreed to a channel; one of those chosen is enough. */
public final class ConsentKind extends ConditionKind {
    @Override
    public String code() {
        return "consent";
    }

    @Override
    public String label() {
        return "Has agreed to";
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.CHOICES;
    }

    @Override
    public List<ValueChoice> choices() {
        return Channel.all().stream()
                .map(c -> new ValueChoice(c.code(), c.label()))
                .toList();
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        List<Channel> channels = requireValues(condition, "Choose at least one channel").stream()
                .map(v -> Channel.fromCode(v)
                        .orElseThrow(() -> new HeraldException(null, "\"" + v + "\" isn't a channel")))
                .toList();
        return facts -> channels.stream().anyMatch(facts::hasConsent);
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "from customers who agreed to " + words(condition);
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return (condition.fits(facts)
                        ? "is from a customer who agreed to "
                        : "is from a customer who hasn't agreed to ")
                + words(condition);
    }

    private static String words(Condition condition) {
        return list(
                condition.values().stream()
                        .map(v -> Channel.fromCode(v).map(Channel::label).orElse(v))
                        .toList(),
                "or");
    }
}
