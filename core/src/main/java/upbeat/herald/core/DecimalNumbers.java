package upbeat.herald.core;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Decimal numbers from outside. One with a huge exponent is a few characters long and would be a thousand million once
 * it is calculated with or written out, so its digits and its scale are looked at before anything else is done with it.
 */
public final class DecimalNumbers {
    /** More digits than any amount of money has, in any currency. */
    public static final int MOST_DIGITS = 18;

    private static final int LONGEST = 40;
    private static final Pattern SHAPE =
            Pattern.compile("[+-]?[0-9]{1,18}([.][0-9]{0,18})?([eE][+-]?[0-9]{1,2})?|[+-]?[.][0-9]{1,18}");

    private DecimalNumbers() {}

    /** True where the number has at most {@value #MOST_DIGITS} digits, before and behind its point. */
    public static boolean isReasonable(BigDecimal number) {
        return number.precision() <= MOST_DIGITS
                && number.scale() <= MOST_DIGITS
                && (long) number.precision() - number.scale() <= MOST_DIGITS;
    }

    /** The number that a text is, or empty where it is none or not a reasonable one. */
    public static Optional<BigDecimal> parse(String text) {
        if (text.length() > LONGEST || !SHAPE.matcher(text).matches()) return Optional.empty();
        return Optional.of(new BigDecimal(text)).filter(DecimalNumbers::isReasonable);
    }

    /** Written out, or in scientific notation where that would be long. */
    public static String toText(BigDecimal number) {
        return isReasonable(number) ? number.toPlainString() : number.toString();
    }
}
