package upbeat.herald.core.timing;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.zone.ZoneOffsetTransition;
import java.time.zone.ZoneRules;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The hours in which a notice may go out, on the wall clock where the customer lives. {@code from} is allowed,
 * {@code to} is not. A window whose end comes before its start runs over midnight, and what is after midnight belongs
 * to the day on which it opened; equal ends allow the whole day.
 *
 * @param days on which it opens; empty for every day
 * @param skipHolidays true where it stays shut on public holidays
 */
public record SendWindow(LocalTime from, LocalTime to, Set<DayOfWeek> days, boolean skipHolidays) {
    /** A message that would have to wait longer for its hour isn't worth sending. */
    static final Duration LONGEST_WAIT = Duration.ofDays(31);

    public SendWindow {
        days = days == null || days.isEmpty() ? Set.of() : Collections.unmodifiableSet(EnumSet.copyOf(days));
    }

    /** On every day. */
    public SendWindow(LocalTime from, LocalTime to) {
        this(from, to, Set.of(), false);
    }

    /** The same where there are no holidays. */
    public Optional<Instant> nextAllowed(Instant wanted, CustomerClock clock) {
        return nextAllowed(wanted, clock, PublicHolidays.NONE);
    }

    /**
     * The first moment at or after {@code wanted} at which the window is open on every clock that the customer may live
     * by, found across changes of the clocks; empty where they have no hour in common in the next month.
     */
    public Optional<Instant> nextAllowed(Instant wanted, CustomerClock clock, PublicHolidays holidays) {
        Instant latest = wanted.plus(LONGEST_WAIT);
        Instant at = wanted;
        // Each clock in turn moves the moment on to its own opening, until all are content with it.
        for (int content = 0, i = 0; content < clock.possible().size(); i++) {
            ZoneId zone = clock.possible().get(i % clock.possible().size());
            Instant next = nextAllowed(at, zone, holidays);
            content = next.equals(at) ? content + 1 : 1;
            at = next;
            if (at.isAfter(latest)) return Optional.empty();
        }
        return Optional.of(at);
    }

    /**
     * The window opens when the wall clock shows its first minute, also for the second time in autumn, or when the
     * clock is changed into it.
     */
    private Instant nextAllowed(Instant wanted, ZoneId zone, PublicHolidays holidays) {
        if (isOpen(wanted, zone, holidays)) return wanted;
        ZoneRules rules = zone.getRules();
        LocalDate today = LocalDate.ofInstant(wanted, zone);
        Instant opens = Stream.iterate(today, day -> day.plusDays(1))
                .limit(LONGEST_WAIT.toDays() + 2)
                .flatMap(day -> openings(day, zone).stream())
                .filter(at -> !at.isBefore(wanted) && isOpen(at, zone, holidays))
                .findFirst()
                .orElse(Instant.MAX);
        ZoneOffsetTransition change = rules.nextTransition(wanted.minusSeconds(1));
        if (change == null || !change.getInstant().isBefore(opens)) return opens;
        return isOpen(change.getInstant(), zone, holidays) ? change.getInstant() : opens;
    }

    private List<Instant> openings(LocalDate day, ZoneId zone) {
        if (isAllDay()) return List.of(day.atStartOfDay(zone).toInstant());
        return zone.getRules().getValidOffsets(day.atTime(from)).stream()
                .map(offset -> day.atTime(from).toInstant(offset))
                .toList();
    }

    private boolean isOpen(Instant at, ZoneId zone, PublicHolidays holidays) {
        return isOpen(LocalDateTime.ofInstant(at, zone), holidays);
    }

    boolean isOpen(LocalDateTime local, PublicHolidays holidays) {
        if (!allows(local.toLocalTime())) return false;
        boolean isAfterMidnight = to.isBefore(from) && local.toLocalTime().isBefore(to);
        LocalDate opened = isAfterMidnight ? local.toLocalDate().minusDays(1) : local.toLocalDate();
        return (days.isEmpty() || days.contains(opened.getDayOfWeek()))
                && !(skipHolidays && holidays.isHoliday(opened));
    }

    private boolean isAllDay() {
        return from.equals(to);
    }

    private boolean allows(LocalTime time) {
        if (isAllDay()) return true;
        if (from.isBefore(to)) return !time.isBefore(from) && time.isBefore(to);
        return !time.isBefore(from) || time.isBefore(to);
    }
}
