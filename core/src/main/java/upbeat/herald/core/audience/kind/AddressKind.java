package upbeat.herald.core.audience.kind;

import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;
import upbeat.herald.core.journey.Order;

/** Whether the order has an e-mail address or a phone number; one of those chosen is enough. */
public final class AddressKind extends ConditionKind {
    private static final Map<String, Predicate<Order.Customer>> HAS =
            Map.of("email", c -> c.email() != null, "phone", c -> c.phone() != null);
    private static final Map<String, String> NAMES = Map.of("email", "an e-mail address", "phone", "a phone number");

    @Override
    public String code() {
        return "address";
    }

    @Override
    public String label() {
        return "Has an address";
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.CHOICES;
    }

    @Override
    public List<ValueChoice> choices() {
        return List.of(new ValueChoice("email", "e-mail address"), new ValueChoice("phone", "phone number"));
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        List<Predicate<Order.Customer>> tests =
                requireValues(condition, "Choose an e-mail address or a phone number").stream()
                        .map(v -> {
                            Predicate<Order.Customer> test = HAS.get(v);
                            if (test == null) throw new HeraldException(null, "\"" + v + "\" isn't one of the choices");
                            return test;
                        })
                        .toList();
        return facts -> {
            Order.Customer customer = facts.order().customer();
            return customer != null && tests.stream().anyMatch(t -> t.test(customer));
        };
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "with " + words(condition);
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return (condition.fits(facts) ? "has " : "doesn't have ") + words(condition);
    }

    private static String words(Condition condition) {
        return list(
                condition.values().stream()
                        .map(v -> NAMES.getOrDefault(v, v))
                        .sorted()
                        .toList(),
                "or");
    }
}
