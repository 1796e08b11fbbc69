package upbeat.herald.core.journey;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** How an order is paid. */
public enum Payment {
    PREPAID("prepaid", "prepaid"),
    CASH_ON_DELIVERY("cash-on-delivery", "cash on delivery");

    private final String code;
    private final String label;

    Payment(String code, String words) {
        this.code = code;
        this.label = words;
    }

    public String code() {
        return code;
    }

    public String label() {
        return label;
    }

    public static Optional<Payment> fromCode(String word) {
        if (word == null) return Optional.empty();
        String wanted = word.strip().toLowerCase(Locale.ROOT).replace('_', '-').replace(' ', '-');
        return Arrays.stream(values()).filter(p -> p.code.equals(wanted)).findFirst();
    }
}
