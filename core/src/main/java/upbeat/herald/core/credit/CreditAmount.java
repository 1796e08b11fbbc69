package upbeat.herald.core.credit;

import java.math.BigDecimal;
import java.math.RoundingMode;

/**
 * Sums of credit. They are kept as whole ten-thousandths of the currency, since one segment of an SMS may cost 0.0725;
 * nothing is ever rounded on the way in, and only what is shown is rounded to the currency's own decimals.
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

    public static BigDecimal fromUnits(long units) {
        return BigDecimal.valueOf(units, DECIMALS);
    }
}
