package upbeat.herald.server.platform.signal;

import java.time.Duration;

/**
 * How long a loop waits after trouble, doubled with each failure in a row up to a limit. Goes by the machine's time,
 * because a server that is away comes back by it.
 */
public final class LoopPause {
    private final long first;
    private final long longest;
    private int failures;
    private long until;

    public LoopPause(Duration first, Duration longest) {
        this.first = first.toMillis();
        this.longest = longest.toMillis();
    }

    /** @param nanos what {@link System#nanoTime} says */
    public void failed(long nanos) {
        until = nanos + Duration.ofMillis(currentMillis()).toNanos();
        failures++;
    }

    public void succeeded() {
        failures = 0;
        until = 0;
    }

    private long currentMillis() {
        return Math.min(longest, first << Math.min(failures, 20));
    }

    /** @return 0 where nothing has to be waited for */
    public long millisLeft(long nanos) {
        return failures == 0 ? 0 : Math.max(0, Duration.ofNanos(until - nanos).toMillis());
    }
}
