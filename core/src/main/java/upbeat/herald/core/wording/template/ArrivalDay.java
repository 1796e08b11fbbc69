package upbeat.herald.core.wording.template;

import java.time.LocalDate;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.timing.PublicHolidays;

/**
 * When a parcel is expected: on the day that the carrier announced; else counted from its dispatch, or from today while
 * it is not gone.
 *
 * @param country of destination, whose holidays count, or null
 * @param expected the carrier's day, or null
 */
public record ArrivalDay(
        LocalDate from,
        @Nullable String country,
        Locale locale,
        @Nullable LocalDate expected) {
    private static final int USUAL = 3;

    /** @param days 0 to 60; {@code working} true to count working days of the country of destination */
    Day after(int days, boolean working) {
        int fit = Math.max(0, Math.min(60, days));
        return new Day(
                working ? PublicHolidays.of(country, null).addWorkingDays(from, fit) : from.plusDays(fit), locale);
    }

    /** The carrier's day, else three working days on. */
    public Day day() {
        return expected == null ? after(USUAL, true) : new Day(expected, locale);
    }

    @Override
    public String toString() {
        return day().toString();
    }
}
