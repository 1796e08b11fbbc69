package upbeat.herald.core.audience.kind;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Payment;

/** How an order is paid. */
public final class PaymentKind extends ChoiceKind {
    @Override
    public String code() {
        return "payment";
    }

    @Override
    public String label() {
        return "Payment";
    }

    @Override
    public List<ValueChoice> choices() {
        return Arrays.stream(Payment.values())
                .map(p -> new ValueChoice(p.code(), p.label()))
                .toList();
    }

    @Override
    @Nullable String normalize(String value) {
        return Payment.fromCode(value).map(Payment::code).orElse(null);
    }

    @Override
    @Nullable String valueOf(OrderFacts facts) {
        Payment payment = facts.order().purchase().payment();
        return payment == null ? null : payment.code();
    }

    @Override
    String nameOf(String value, ConditionNames names) {
        return Payment.fromCode(value).map(Payment::label).orElse(value);
    }

    @Override
    protected boolean isAdjective() {
        return true;
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return list(
                names(condition, names).stream().map(n -> n.replace(' ', '-')).toList(), "or");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        String value = valueOf(facts);
        return value == null ? "has no payment method" : "is " + nameOf(value, ConditionNames.KEYS);
    }
}
