package upbeat.herald.server.delivery;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.signal.LoopPause;

/**
 * Which accounts are paused, why, and until when; by their ids. A gateway that is away is asked after growing waits: a
 * wrong password asked twice a second gets an account locked. One that takes messages without confirming them is given
 * one at a time, since each may have reached its customer. The team is told once, not with every attempt.
 */
@Component
public class DeliveryPauses {
    private static final Logger LOG = LoggerFactory.getLogger(DeliveryPauses.class);
    private static final Duration LONGEST_OUTAGE = Duration.ofMinutes(1);
    private static final Duration LONGEST_UNCONFIRMED = Duration.ofMinutes(15);
    /** The first wait after too many without an answer; more would only make more of them. */
    private static final Duration FIRST_UNCONFIRMED = Duration.ofSeconds(30);

    /** After a gateway asked for fewer at once. */
    private static final Duration FIRST_THROTTLE = Duration.ofMillis(200);

    private static final Duration LONGEST_THROTTLE = Duration.ofSeconds(10);

    static final int MOST_UNCONFIRMED = 3;

    private final InstantSource clock;
    private final Map<String, State> states = new ConcurrentHashMap<>();

    DeliveryPauses(InstantSource clock) {
        this.clock = clock;
    }

    /** @param since when it began; {@code nextTry} when the gateway is asked again, by the machine's clock */
    public record Trouble(String reason, Instant since, long secondsLeft) {}

    private static final class State {
        final LoopPause throttle = new LoopPause(FIRST_THROTTLE, LONGEST_THROTTLE);
        final LoopPause outage = new LoopPause(Duration.ofMillis(500), LONGEST_OUTAGE);
        final LoopPause unconfirmed = new LoopPause(FIRST_UNCONFIRMED, LONGEST_UNCONFIRMED);
        int unconfirmedInRow;
        boolean hasWorked;

        @Nullable String reason;

        @Nullable Instant since;
    }

    private State of(String account) {
        return states.computeIfAbsent(account, a -> new State());
    }

    /** How long nothing is handed over; 0 where it may go on. */
    /** How long nothing is handed over; 0 where it may go on. */
    long millisLeft(String account) {
        State s = of(account);
        synchronized (s) {
            long now = System.nanoTime();
            return Math.max(
                    s.throttle.millisLeft(now), Math.max(s.outage.millisLeft(now), s.unconfirmed.millisLeft(now)));
        }
    }

    /** How many messages may be tried side by side now. */
    int mostAtOnce(String account, int usual) {
        State s = of(account);
        synchronized (s) {
            return s.unconfirmedInRow >= MOST_UNCONFIRMED ? 1 : usual;
        }
    }

    /** The gateway took nothing. */
    void away(String account, String reason) {
        State s = of(account);
        synchronized (s) {
            s.outage.failed(System.nanoTime());
            begin(account, s, reason);
        }
    }

    /**
     * The gateway takes messages, only not so fast: nothing is wrong with it, but nothing more is given for a moment.
     */
    void throttled(String account) {
        State s = of(account);
        synchronized (s) {
            s.throttle.failed(System.nanoTime());
        }
    }

    /** The gateway took a message and didn't say what became of it. */
    void unconfirmed(String account) {
        State s = of(account);
        synchronized (s) {
            if (++s.unconfirmedInRow < MOST_UNCONFIRMED) return;
            s.unconfirmed.failed(System.nanoTime());
            begin(
                    account,
                    s,
                    s.unconfirmedInRow + " messages in a row were taken without an answer. Sending waits; "
                            + "check the gateway and the unsure messages");
        }
    }

    /** The gateway answered as it should. */
    void worked(String account) {
        State s = of(account);
        synchronized (s) {
            s.hasWorked = true;
            if (s.reason != null) LOG.info("Sending by {} goes on", account);
            clear(s);
        }
    }

    /** Somebody says that it works again: the next attempt is made at once. */
    public void retryNow(String account) {
        State s = of(account);
        synchronized (s) {
            s.outage.succeeded();
            s.unconfirmed.succeeded();
        }
    }

    /** Another account is in use: what was said of the one before is over. */
    void forget(String account) {
        State s = of(account);
        synchronized (s) {
            clear(s);
        }
    }

    /** True where it took a message since the application started. */
    boolean hasWorked(String account) {
        State s = of(account);
        synchronized (s) {
            return s.hasWorked;
        }
    }

    public Optional<Trouble> find(String account) {
        State s = of(account);
        synchronized (s) {
            return s.reason == null || s.since == null
                    ? Optional.empty()
                    : Optional.of(new Trouble(s.reason, s.since, (millisLeft(account) + 999) / 1000));
        }
    }

    private void begin(String account, State s, String reason) {
        if (s.reason == null) {
            s.since = clock.instant();
            LOG.warn("Sending by {} waits: {}", account, reason);
        }
        s.reason = reason;
    }

    private static void clear(State s) {
        s.throttle.succeeded();
        s.outage.succeeded();
        s.unconfirmed.succeeded();
        s.unconfirmedInRow = 0;
        s.reason = null;
        s.since = null;
    }
}
