package upbeat.herald.core.timing;

import java.time.Duration;
import java.util.random.RandomGenerator;

/**
 * How long to wait before the next try, by what kind of trouble it was: a first wait, doubled each time up to a
 * longest, less up to a fifth of it by chance, so that many do not come back at once. What is refused for good is not
 * tried again and has no kind here.
 */
public enum Backoff {
    /** The other side can't take it now: a full mailbox, a list that lets strangers wait, a server in trouble. */
    TEMPORARY(Duration.ofMinutes(1), Duration.ofHours(4), 8),
    /** The other side takes it, only not so fast. It says nothing against the message, so it is tried often. */
    THROTTLED(Duration.ofSeconds(5), Duration.ofMinutes(5), 24),
    /** Nobody knows whether it was taken; tried again only where a second hand-over can't double it. */
    UNKNOWN(Duration.ofSeconds(30), Duration.ofHours(1), 8);

    private final Duration first;
    private final Duration longest;
    private final int mostTries;

    Backoff(Duration first, Duration longest, int mostTries) {
        this.first = first;
        this.longest = longest;
        this.mostTries = mostTries;
    }

    /** After so many tries it is given up. */
    public int mostTries() {
        return mostTries;
    }

    /** @param attempt tries so far, 1 or more */
    public Duration delayAfter(int attempt, RandomGenerator random) {
        long millis = Math.min(first.toMillis() << Math.min(attempt - 1, 20), longest.toMillis());
        return Duration.ofMillis(millis - random.nextLong(millis / 5 + 1));
    }
}
