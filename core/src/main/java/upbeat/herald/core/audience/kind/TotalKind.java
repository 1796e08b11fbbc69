package upbeat.herald.core.audience.kind;

import java.math.BigDecimal;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.DecimalNumbers;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;

/** The order's total in one currency. Orders in another currency are outside, whatever they come to. */
public final class TotalKind extends RangeKind<BigDecimal> {
    @Override
    public String code() {
        return "total";
    }

    @Override
    public String label() {
        return "Total";
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.AMOUNTS;
    }

    @Override
    BigDecimal parseEnd(String text) {
        return DecimalNumbers.parse(text)
                .filter(amount -> amount.signum() >= 0)
                .orElseThrow(() -> new HeraldException(null, "Enter an amount like 100.00"));
    }

    private static String currencyOf(Condition condition) {
        List<String> values = condition.values();
        String code = values.size() == 1 ? values.get(0).strip().toUpperCase(Locale.ROOT) : "";
        try {
            return Currency.getInstance(code).getCurrencyCode(); // as ISO 4217 has it
        } catch (IllegalArgumentException e) {
            throw new HeraldException(null, "Choose one currency");
        }
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        String currency = currencyOf(condition);
        Predicate<OrderFacts> inRange = super.compile(condition);
        return facts -> currency.equals(facts.order().purchase().currency()) && inRange.test(facts);
    }

    @Override
    @Nullable BigDecimal valueOf(OrderFacts facts) {
        return facts.order().purchase().total();
    }

    @Override
    protected boolean excludes(Condition one, Condition other) {
        return !currencyOf(one).equals(currencyOf(other)) || super.excludes(one, other);
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        String currency = currencyOf(condition);
        return rangeOf(condition).describe(a -> amount(a, currency), "of %s or more", "of up to %s", "of %s to %s");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        BigDecimal total = valueOf(facts);
        String currency = facts.order().purchase().currency();
        return total == null
                ? "has no total"
                : "comes to " + (currency == null ? DecimalNumbers.toText(total) : amount(total, currency));
    }

    private static String amount(BigDecimal amount, String currency) {
        int usual = Math.max(0, Currency.getInstance(currency).getDefaultFractionDigits());
        int digits = Math.max(usual, amount.stripTrailingZeros().scale());
        return amount.setScale(digits).toPlainString() + " " + currency;
    }
}
