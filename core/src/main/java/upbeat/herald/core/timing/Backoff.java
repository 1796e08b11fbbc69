package upbeat.herald.core.timing;

import java.time.Duration;
import java.util.random.RandomGenerator;

/**
 * How long to wait before the next try: a minute, doubled each time up to four hours, less up to a fifth of it by
 * chance, so that many do not come back at once.
 */
public final class Backoff {
    public static final int MOST_TRIES = 8;

    private Backoff() {}

    /** @param attempt tries so far, 1 or more */
    public static Duration delayAfter(int attempt, RandomGenerator random) {
        long seconds =
                Math.min(60L << Math.min(attempt - 1, 10), Duration.ofHours(4).toSeconds());
        return Duration.ofSeconds(seconds - random.nextLong(seconds / 5 + 1));
    }
}
