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
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.signal.LoopPause;

/**
 * Which channels are paused, why, and until when. A gateway that is away is asked after growing waits: a wrong password
 * asked twice a second gets an account locked. One that takes messages without confirming them is given one at a time,
 * since each may have reached its customer. The team is told once, not with every attempt.
 */
@Component
public class DeliveryPauses {
    private static final Logger LOG = LoggerFactory.getLogger(DeliveryPauses.class);
    private static final Duration LONGEST_OUTAGE = Duration.ofMinutes(1);
    private static final Duration LONGEST_UNCONFIRMED = Duration.ofMinutes(15);
    /** The first wait after too many without an answer; more would only make more of them. */
    private static final Duration FIRST_UNCONFIRMED = Duration.ofSeconds(30);

    static final int MOST_UNCONFIRMED = 3;

    private final InstantSource clock;
    private final Map<Channel, State> states = new ConcurrentHashMap<>();

    DeliveryPauses(InstantSource clock) {
        this.clock = clock;
    }

    /** @param since when it began; {@code nextTry} when the gateway is asked again, by the machine's clock */
    public record Trouble(String reason, Instant since, long secondsLeft) {}

    private static final class State {
        final LoopPause outage = new LoopPause(Duration.ofMillis(500), LONGEST_OUTAGE);
        final LoopPause unconfirmed = new LoopPause(FIRST_UNCONFIRMED, LONGEST_UNCONFIRMED);
        int unconfirmedInRow;

        @Nullable String reason;

        @Nullable Instant since;
    }

    private State of(Channel channel) {
        return states.computeIfAbsent(channel, c -> new State());
    }

    /** How long nothing is handed over; 0 where it may go on. */
    long millisLeft(Channel channel) {
        State s = of(channel);
        synchronized (s) {
            return Math.max(s.outage.millisLeft(System.nanoTime()), s.unconfirmed.millisLeft(System.nanoTime()));
        }
    }

    /** How many messages may be tried side by side now. */
    int mostAtOnce(Channel channel, int usual) {
        State s = of(channel);
        synchronized (s) {
            return s.unconfirmedInRow >= MOST_UNCONFIRMED ? 1 : usual;
        }
    }

    /** The gateway took nothing. */
    void away(Channel channel, String reason) {
        State s = of(channel);
        synchronized (s) {
            s.outage.failed(System.nanoTime());
            begin(channel, s, reason);
        }
    }

    /** The gateway took a message and didn't say what became of it. */
    void unconfirmed(Channel channel) {
        State s = of(channel);
        synchronized (s) {
            if (++s.unconfirmedInRow < MOST_UNCONFIRMED) return;
            s.unconfirmed.failed(System.nanoTime());
            begin(
                    channel,
                    s,
                    s.unconfirmedInRow + " messages in a row were taken without an answer. Sending waits; "
                            + "check the gateway and the unsure messages");
        }
    }

    /** The gateway answered as it should. */
    void worked(Channel channel) {
        State s = of(channel);
        synchronized (s) {
            if (s.reason != null) LOG.info("Sending by {} goes on", channel.label());
            clear(s);
        }
    }

    /** Somebody says that it works again: the next attempt is made at once. */
    public void retryNow(Channel channel) {
        State s = of(channel);
        synchronized (s) {
            s.outage.succeeded();
            s.unconfirmed.succeeded();
        }
    }

    /** Another account is in use: what was said of the one before is over. */
    void forget(Channel channel) {
        State s = of(channel);
        synchronized (s) {
            clear(s);
        }
    }

    public Optional<Trouble> find(Channel channel) {
        State s = of(channel);
        synchronized (s) {
            return s.reason == null || s.since == null
                    ? Optional.empty()
                    : Optional.of(new Trouble(s.reason, s.since, (millisLeft(channel) + 999) / 1000));
        }
    }

    private void begin(Channel channel, State s, String reason) {
        if (s.reason == null) {
            s.since = clock.instant();
            LOG.warn("Sending by {} waits: {}", channel.label(), reason);
        }
        s.reason = reason;
    }

    private static void clear(State s) {
        s.outage.succeeded();
        s.unconfirmed.succeeded();
        s.unconfirmedInRow = 0;
        s.reason = null;
        s.since = null;
    }
}
