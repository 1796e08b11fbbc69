package upbeat.herald.core.wording.template;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.NumberFormat;
import java.util.Currency;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * An amount as a customer reads it: by the Unicode CLDR pattern of the language, or in letters that any phone shows.
 */
public record Money(BigDecimal amount, @Nullable String currency, Locale locale, boolean plainLetters) {
    /** Formats take long to make. */
    private static final Map<Kind, NumberFormat> FORMATS = new ConcurrentHashMap<>();

    private static final Set<String> LATE_GROUPING = Set.of("es", "it", "pl", "pt", "bg");
    /** But not everywhere (Unicode CLDR; beside Mexico and Brazil from memory). */
    private static final Set<String> EARLY_GROUPING_IN =
            Set.of("MX", "US", "GT", "HN", "NI", "PA", "PE", "PR", "SV", "DO", "BR");

    /** With the currency's sign: {@code 84,50 €}, {@code A$84.50}. */
    public String withSymbol() {
        return currency == null ? number() : apart(format(true).format(amount));
    }

    /** A sign of letters stands apart from the number (CLDR currencySpacing), which the platform leaves to us. */
    private static String apart(String text) {
        for (int i = 1; i < text.length(); i++) {
            char a = text.charAt(i - 1);
            char b = text.charAt(i);
            if (Character.isLetter(a) && Character.isDigit(b) || Character.isDigit(a) && Character.isLetter(b))
                return text.substring(0, i) + "\u00a0" + apart(text.substring(i));
        }
        return text;
    }

    private NumberFormat format(boolean signed) {
        Kind kind = new Kind(locale, signed ? currency : null, digits(), grouped());
        NumberFormat made = FORMATS.get(kind);
        if (made == null && FORMATS.size() > 1_000) FORMATS.clear();
        if (made == null) FORMATS.put(kind, made = kind.made());
        return (NumberFormat) made.clone(); // one is for one thread
    }

    private record Kind(Locale locale, @Nullable String currency, int digits, boolean grouped) {
        NumberFormat made() {
            NumberFormat format = currency == null
                    ? NumberFormat.getNumberInstance(locale)
                    : NumberFormat.getCurrencyInstance(locale);
            if (currency != null) format.setCurrency(Currency.getInstance(currency));
            format.setMinimumFractionDigits(digits);
            format.setMaximumFractionDigits(digits);
            format.setGroupingUsed(grouped);
            format.setRoundingMode(RoundingMode.UNNECESSARY);
            return format;
        }
    }

    /** Some languages part thousands only from 10,000 on (CLDR minimumGroupingDigits 2). */
    private boolean grouped() {
        return !LATE_GROUPING.contains(locale.getLanguage())
                || EARLY_GROUPING_IN.contains(locale.getCountry())
                || amount.abs().compareTo(BigDecimal.valueOf(10_000)) >= 0;
    }

    /** With the currency's ISO 4217 code: {@code 84,50 AUD}. No sign in it makes an SMS longer. */
    String withCode() {
        return currency == null ? number() : number() + " " + currency;
    }

    private String number() {
        return format(false)
                .format(amount)
                .replace('\u00a0', ' ')
                .replace('\u202f', ' ')
                .replace('\u2019', '\'');
    }

    /** At least the digits that ISO 4217 gives the currency, and none less than the amount has. */
    private int digits() {
        int usual = currency == null
                ? 0
                : Math.max(0, Currency.getInstance(currency).getDefaultFractionDigits());
        return Math.max(usual, amount.stripTrailingZeros().scale());
    }

    @Override
    public String toString() {
        return plainLetters ? withCode() : withSymbol();
    }
}
