package upbeat.herald.server.delivery;

import java.time.Duration;

/**
 * How long a loop waits after trouble: half a second, doubled with each failure in a row up to a limit. Goes by the
 * machine's time, because a server that is away comes back by it.
 */
final class LoopPause {
    private static final long FIRST_MILLIS = 500;
    private final long longest;
    private int failures;
    private long until;

    LoopPause(Duration longest) {
        this.longest = longest.toMillis();
    }

    /** @param nanos what {@link System#nanoTime} says */
    void failed(long nanos) {
        until = nanos + Duration.ofMillis(currentMillis()).toNanos();
        failures++;
    }

    void succeeded() {
        failures = 0;
        until = 0;
    }

    private long currentMillis() {
        return Math.min(longest, FIRST_MILLIS << Math.min(failures, 20));
    }

    /** True at the first failure in a row. */
    boolean isFirst() {
        return failures == 1;
    }

    /** @return 0 where nothing has to be waited for */
    long millisLeft(long nanos) {
        return failures == 0 ? 0 : Math.max(0, Duration.ofNanos(until - nanos).toMillis());
    }
}
