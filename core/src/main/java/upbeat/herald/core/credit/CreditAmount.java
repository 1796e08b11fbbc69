package upbeat.herald.core.credit;

import java.math.BigDecimal;
import java.math.RoundingMode;

/**
 * Sums of credit, kept as whole ten-thousandths of the currency, since one segment of an SMS may cost 0.0725. Only what
 * is shown is rounded to the currency's own decimals.
 */
public final class CreditAmount {
    public static final int DECIMALS = 4;
    /** 99,999,999,999.9999: far below where a sum of a billion of them would overflow. */
    public static final long LARGEST = 999_999_999_999_999L;

    private CreditAmount() {}

    /** @throws ArithmeticException where it has more than four decimals or is too large */
    public static long toUnits(BigDecimal amount) {
        long units = amount.setScale(DECIMALS, RoundingMode.UNNECESSARY)
                .unscaledValue()
                .longValueExact();
        if (Math.abs(units) > LARGEST) throw new ArithmeticException("An amount of credit has up to 11 digits");
        return units;
    }

    /**
     * What something costs that has a price of its own making: rounded half up, and never more than {@link #LARGEST}. A
     * message that went out has to be booked, whatever somebody wrote as its price.
     */
    public static long roundToUnits(BigDecimal amount) {
        BigDecimal units = amount.setScale(DECIMALS, RoundingMode.HALF_UP).movePointRight(DECIMALS);
        return units.min(BigDecimal.valueOf(LARGEST)).max(BigDecimal.ZERO).longValueExact();
    }

    public static BigDecimal fromUnits(long units) {
        return BigDecimal.valueOf(units, DECIMALS);
    }
}
