package upbeat.herald.core.credit;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * What one unit costs from a day on.
 *
 * @param channel its code
 * @param country of the customer's number, ISO 3166-1 alpha-2; null for all that have no row of their own
 * @param from the first day
 * @param until the last day, or null where it holds until another row begins
 * @param amount for one segment, or one message where a channel has no segments
 */
public record PriceRow(
        String channel,
        @Nullable String country,
        LocalDate from,
        @Nullable LocalDate until,
        BigDecimal amount) {
    private static final int FEWEST_DECIMALS = 2;

    /** Written with as many decimals as it has, and two at the least: 0.15 is never 0.1500. */
    public PriceRow {
        BigDecimal plain = amount.stripTrailingZeros();
        amount = plain.scale() < FEWEST_DECIMALS ? plain.setScale(FEWEST_DECIMALS) : plain;
    }

    boolean holdsOn(LocalDate day) {
        return !day.isBefore(from) && (until == null || !day.isAfter(until));
    }
}
