package upbeat.herald.core.credit;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/** How long the credit lasts, and what the month will have cost, if it goes on as in the last days. */
public final class CreditForecast {
    /** Beyond this it isn't said when credit ends: it is a long way off and the days before say little about it. */
    private static final int FARTHEST_DAYS = 366;

    private CreditForecast() {}

    /** @param spent in so many whole days; {@code days} above zero */
    public static BigDecimal perDay(BigDecimal spent, int days) {
        return spent.divide(BigDecimal.valueOf(days), CreditAmount.DECIMALS, RoundingMode.HALF_UP);
    }

    /**
     * The last day on which the credit covers what is usual, today included; empty where nothing is usual, or where it
     * lasts for more than a year. Yesterday's date where even today isn't covered.
     */
    public static Optional<LocalDate> lastsUntil(BigDecimal available, BigDecimal perDay, LocalDate today) {
        if (perDay.signum() <= 0) return Optional.empty();
        BigDecimal days = available.max(BigDecimal.ZERO).divideToIntegralValue(perDay);
        if (days.compareTo(BigDecimal.valueOf(FARTHEST_DAYS)) > 0) return Optional.empty();
        return Optional.of(today.plusDays(days.longValueExact() - 1));
    }

    /** What is spent this month so far, and what is usual on each of its days after today. */
    public static BigDecimal monthCost(BigDecimal soFar, BigDecimal perDay, LocalDate today) {
        long left = ChronoUnit.DAYS.between(today, YearMonth.from(today).atEndOfMonth());
        return soFar.add(perDay.multiply(BigDecimal.valueOf(left)));
    }
}
