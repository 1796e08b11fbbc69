package upbeat.herald.core.timing;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;

/**
 * The hours in which a notice may go out, on the wall clock where the customer lives. {@code from} is allowed,
 * {@code to} is not. A window whose end comes before its start runs over midnight; equal ends allow the whole day.
 */
public record SendWindow(LocalTime from, LocalTime to) {

    /** The first moment at or after {@code wanted} that the window allows, found across changes of the clock. */
    public Instant nextAllowed(Instant wanted, ZoneId zone) {
        ZonedDateTime local = wanted.atZone(zone);
        if (allows(local.toLocalTime())) return wanted;
        // The opening may fall into the hour that spring skips; java.time then moves it on by the length of the gap,
        // which is the first real moment after it.
        ZonedDateTime opening = local.toLocalDate().atTime(from).atZone(zone);
        if (opening.toInstant().isBefore(wanted))
            opening = local.toLocalDate().plusDays(1).atTime(from).atZone(zone);
        return opening.toInstant();
    }

    boolean allows(LocalTime time) {
        if (from.equals(to)) return true;
        if (from.isBefore(to)) return !time.isBefore(from) && time.isBefore(to);
        return !time.isBefore(from) || time.isBefore(to);
    }
}
