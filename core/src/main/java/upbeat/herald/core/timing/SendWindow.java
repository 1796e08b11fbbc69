package upbeat.herald.core.timing;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransition;
import java.time.zone.ZoneRules;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The hours in which a notice may go out, on the wall clock where the customer lives. {@code from} is allowed,
 * {@code to} is not. A window whose end comes before its start runs over midnight; equal ends allow the whole day.
 */
public record SendWindow(LocalTime from, LocalTime to) {
    /** A message that would have to wait longer for its hour isn't worth sending. */
    static final Duration LONGEST_WAIT = Duration.ofDays(14);

    /**
     * The first moment at or after {@code wanted} at which the window is open on every clock that the customer may live
     * by, found across changes of the clocks; empty where they have no hour in common in the next two weeks.
     */
    public Optional<Instant> nextAllowed(Instant wanted, CustomerClock clock) {
        Instant latest = wanted.plus(LONGEST_WAIT);
        Instant at = wanted;
        // Each clock in turn moves the moment on to its own opening, until all are content with it.
        for (int content = 0, i = 0; content < clock.possible().size(); i++) {
            Instant next =
                    nextAllowed(at, clock.possible().get(i % clock.possible().size()));
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
    private Instant nextAllowed(Instant wanted, ZoneId zone) {
        if (isOpen(wanted, zone)) return wanted;
        ZoneRules rules = zone.getRules();
        LocalDate today = LocalDate.ofInstant(wanted, zone);
        Stream<Instant> openings =
                Stream.of(today, today.plusDays(1), today.plusDays(2)).flatMap(day -> openings(day, rules).stream());
        ZoneOffsetTransition change = rules.nextTransition(wanted.minusSeconds(1));
        Stream<Instant> changes = change == null ? Stream.empty() : Stream.of(change.getInstant());
        return Stream.concat(openings, changes)
                .filter(at -> !at.isBefore(wanted) && isOpen(at, zone))
                .min(Instant::compareTo)
                .orElse(Instant.MAX);
    }

    private List<Instant> openings(LocalDate day, ZoneRules rules) {
        List<ZoneOffset> valid = rules.getValidOffsets(day.atTime(from));
        return valid.stream().map(offset -> day.atTime(from).toInstant(offset)).toList();
    }

    private boolean isOpen(Instant at, ZoneId zone) {
        return allows(LocalTime.ofInstant(at, zone));
    }

    boolean allows(LocalTime time) {
        if (from.equals(to)) return true;
        if (from.isBefore(to)) return !time.isBefore(from) && time.isBefore(to);
        return !time.isBefore(from) || time.isBefore(to);
    }
}
