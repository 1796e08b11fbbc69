package upbeat.herald.core.timing;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import org.jspecify.annotations.Nullable;

/**
 * A delay by the calendar where the customer lives. A time of day that the clocks skip moves on by what they skip; one
 * that comes twice is the first.
 *
 * @param days 0 to {@value #MOST_DAYS}
 * @param working true to count Monday to Friday without public holidays; with 0 days, the first such day
 * @param at time of day, or null for that of the event; with 0 days, the next time the clock shows it
 */
public record DayDelay(int days, boolean working, @Nullable LocalTime at) {
    public static final int MOST_DAYS = 365;

    public Instant apply(Instant from, ZoneId zone, PublicHolidays holidays) {
        ZonedDateTime local = from.atZone(zone);
        LocalDate day = local.toLocalDate();
        LocalTime time = at == null ? local.toLocalTime() : at;
        if (days > 0) {
            LocalDate then = working ? holidays.addWorkingDays(day, days) : day.plusDays(days);
            return ZonedDateTime.of(then, time, zone).toInstant();
        }
        if (at == null && (!working || holidays.isWorkingDay(day))) return from;
        while (true) {
            Instant then = ZonedDateTime.of(day, time, zone).toInstant();
            if (!then.isBefore(from) && (!working || holidays.isWorkingDay(day))) return then;
            day = day.plusDays(1);
        }
    }
}
