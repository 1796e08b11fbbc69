package upbeat.herald.core.timing;

import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * How long something that has to be asked again and again is asked. It ends by what it waited for, or by one of its
 * limits, and says by which.
 *
 * @param interval from one try to the next
 * @param mostTries tries in all, 1 or more
 * @param limit from the first try on
 */
public record Watch(Duration interval, int mostTries, Duration limit) {
    /**
     * Every 30 seconds, 60 times or one hour, whichever comes first (common practice, no source); the count ends it,
     * after half an hour.
     */
    public static final Watch USUAL = new Watch(Duration.ofSeconds(30), 60, Duration.ofHours(1));

    public Watch {
        if (interval == null
                || interval.compareTo(Duration.ofSeconds(1)) < 0
                || interval.compareTo(Duration.ofDays(31)) > 0)
            throw new upbeat.herald.core.HeraldException("interval", "Enter an interval from 1 second to 31 days");
        if (mostTries < 1 || mostTries > 100_000)
            throw new upbeat.herald.core.HeraldException("mostTries", "Enter 1 to 100,000 attempts");
        if (limit == null || limit.isNegative() || limit.compareTo(Duration.ofDays(366)) > 0)
            throw new upbeat.herald.core.HeraldException("limit", "Enter a time limit of up to a year");
    }

    /** What ended a watch. */
    public enum End {
        ARRIVED("new file found"),
        TRIES("stopped after the last attempt"),
        TIME_LIMIT("stopped at the time limit"),
        STOPPED("stopped by hand"),
        FAILED("stopped by an error");

        private final String label;

        End(String words) {
            this.label = words;
        }

        public String label() {
            return label;
        }

        public String code() {
            return name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
        }
    }

    /** @param at when to try again, or null where {@code end} says that it is over */
    public record Next(@Nullable Instant at, @Nullable End end) {}

    /**
     * What follows a try that did not bring what was waited for.
     *
     * @param tries made so far, this one counted
     */
    public Next nextAfter(Instant began, int tries, Instant now) {
        if (tries >= mostTries) return new Next(null, End.TRIES);
        Instant next = now.plus(interval);
        return next.isAfter(began.plus(limit)) ? new Next(null, End.TIME_LIMIT) : new Next(next, null);
    }

    /** When it ends at the latest if nothing comes, and by what; shown before it begins. */
    public Next latestEnd(Instant began) {
        Instant byTries = began.plus(interval.multipliedBy(mostTries - 1L));
        return byTries.isAfter(began.plus(limit))
                ? new Next(began.plus(interval.multipliedBy(limit.dividedBy(interval))), End.TIME_LIMIT)
                : new Next(byTries, End.TRIES);
    }
}
