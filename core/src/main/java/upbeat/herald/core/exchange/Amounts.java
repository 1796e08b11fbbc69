package upbeat.herald.core.exchange;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Amounts of money as people and shops write them (common practice, no source). */
public final class Amounts {
    private static final int LONGEST = 60;
    /** Spaces also between thousands: no-break and narrow ones too. */
    private static final Pattern SPACE = Pattern.compile("[\\s\\u00a0\\u202f\\u2009'\\u2019]");
    /** A currency's code or sign may stand on either side. */
    private static final Pattern MONEY =
            Pattern.compile("(?:\\p{Sc}|\\p{L}{1,3}\\.?)?([0-9][0-9.,]*)(?:,-|\\p{Sc}|\\p{L}{1,3}\\.?)?");

    private static final Pattern COMMA_DECIMALS = Pattern.compile("\\d{1,3}([.]\\d{3})*,\\d{1,2}|\\d+,\\d{1,2}");
    private static final Pattern COMMA_THOUSANDS = Pattern.compile("\\d{1,3}(,\\d{3})+([.]\\d+)?");
    private static final Pattern POINT_THOUSANDS = Pattern.compile("\\d{1,3}([.]\\d{3}){2,}");
    private static final Pattern PLAIN = Pattern.compile("\\d{1,12}([.]\\d{1,6})?");

    private Amounts() {}

    /**
     * The amount: "84.50", "84,50", "1.234,50", "1,234.50", "1 234,50 kr", "EUR 84". A comma with one or two digits
     * behind it is a decimal comma, one with three parts thousands. Empty where it is none, or negative, or has more
     * than 12 digits before or 6 behind its point.
     */
    public static Optional<BigDecimal> parse(String text) {
        if (text.length() > LONGEST) return Optional.empty();
        Matcher money = MONEY.matcher(SPACE.matcher(text).replaceAll(""));
        if (!money.matches()) return Optional.empty();
        String digits = money.group(1);
        if (COMMA_DECIMALS.matcher(digits).matches())
            digits = digits.replace(".", "").replace(',', '.');
        else if (COMMA_THOUSANDS.matcher(digits).matches()) digits = digits.replace(",", "");
        else if (POINT_THOUSANDS.matcher(digits).matches()) digits = digits.replace(".", "");
        else digits = digits.replace(',', '.');
        return PLAIN.matcher(digits).matches() ? Optional.of(new BigDecimal(digits)) : Optional.empty();
    }
}
