package upbeat.herald.core.wording;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.NumberFormat;
import java.util.Currency;
import java.util.Locale;
import java.util.Set;

/** An amount as a customer reads it: by the Unicode CLDR pattern of the language, or in letters that any phone shows. */
record Money(BigDecimal amount, String currency, Locale locale, boolean plainLetters) {
    private static final Set<String> LATE_GROUPING = Set.of("es", "it", "pl", "pt", "bg");

    /** With the currency's sign: {@code 84,50 €}, {@code A$84.50}. */
    String signed() {
        if (currency == null) return number();
        NumberFormat format = NumberFormat.getCurrencyInstance(locale);
        format.setCurrency(Currency.getInstance(currency));
        format.setMinimumFractionDigits(digits());
        format.setMaximumFractionDigits(digits());
        format.setGroupingUsed(grouped());
        // A sign of letters stands apart from the number (CLDR currencySpacing), which the platform leaves to us.
        return format.format(amount).replaceAll("(?<=\\p{L})(?=\\p{N})|(?<=\\p{N})(?=\\p{L})", "\u00a0");
    }

    /** Some languages part thousands only from 10,000 on (CLDR minimumGroupingDigits 2). */
    private boolean grouped() {
        return !LATE_GROUPING.contains(locale.getLanguage()) || amount.abs().compareTo(BigDecimal.valueOf(10_000)) >= 0;
    }

    /** With the currency's ISO 4217 code: {@code 84,50 AUD}. No sign in it makes an SMS longer. */
    String coded() {
        return currency == null ? number() : number() + " " + currency;
    }

    private String number() {
        NumberFormat format = NumberFormat.getNumberInstance(locale);
        format.setMinimumFractionDigits(digits());
        format.setMaximumFractionDigits(digits());
        format.setGroupingUsed(grouped());
        format.setRoundingMode(RoundingMode.UNNECESSARY);
        return format.format(amount).replace('\u00a0', ' ').replace('\u202f', ' ');
    }

    /** At least the digits that ISO 4217 gives the currency, and none less than the amount has. */
    private int digits() {
        int usual = currency == null ? 0 : Math.max(0, Currency.getInstance(currency).getDefaultFractionDigits());
        return Math.max(usual, amount.stripTrailingZeros().scale());
    }

    @Override
    public String toString() {
        return plainLetters ? coded() : signed();
    }
}
