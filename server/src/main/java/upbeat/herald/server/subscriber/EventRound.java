package upbeat.herald.server.subscriber;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.timing.Backoff;
import upbeat.herald.server.platform.outbox.OutboxSender.Result;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.secret.SecretVault;
import upbeat.herald.server.platform.webhook.SignedCall;
import upbeat.herald.server.subscriber.EventLogRepository.LoggedEvent;

/**
 * Tells one subscriber what it hasn't been told. What it doesn't take is tried again by itself, while the next ones go
 * on; after a few in a row nothing more is tried for growing waits, so that a system that is down loses nothing.
 */
@Component
class EventRound {
    private static final int AT_ONCE = 20;
    private static final int MOST_PASSED_OVER = 1_000;
    /** So many failures in a row say that it is the subscriber, and not the event. */
    static final int MOST_IN_ROW = 3;

    private final SubscriberRepository subscribers;
    private final EventLogRepository log;
    private final SecretVault vault;
    private final SignedCall calls;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final RandomGenerator random = new SplittableRandom(1);

    EventRound(
            SubscriberRepository subscribers,
            EventLogRepository log,
            SecretVault vault,
            SignedCall calls,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock) {
        this.subscribers = subscribers;
        this.log = log;
        this.vault = vault;
        this.calls = calls;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** @return true where there may be more to tell at once */
    boolean tell(String id) {
        Instant now = clock.instant();
        Subscriber s = subscribers.find(reader, id).orElse(null);
        if (s == null || !s.isLive() || s.nextAt() != null && s.nextAt().isAfter(now)) return false;
        long head = log.findHead(reader);
        List<LoggedEvent> next = new ArrayList<>(log.findRetries(reader, id, now, AT_ONCE));
        List<LoggedEvent> fresh = log.findAfter(reader, s.cursor(), s.kinds(), AT_ONCE);
        next.addAll(fresh);
        int failures = s.failures();
        for (LoggedEvent e : next) {
            Result result = call(s, e);
            failures = result instanceof Result.Later ? failures + 1 : 0;
            record(s, e, result, failures);
            if (failures >= MOST_IN_ROW) return false;
        }
        if (fresh.size() < AT_ONCE && head - s.cursor() > MOST_PASSED_OVER) passOver(s, head, failures);
        return next.size() >= AT_ONCE;
    }

    /** What it isn't told of needn't be looked at again. */
    private void passOver(Subscriber s, long head, int failures) {
        writer.writeAside(db -> {
            subscribers.advance(db, s.id(), head, failures, null);
            return null;
        });
    }

    private Result call(Subscriber s, LoggedEvent e) {
        List<String> secrets = new ArrayList<>();
        vault.tryDecrypt(s.secrets().current()).ifPresent(secrets::add);
        Instant until = s.secrets().beforeUntil();
        if (s.secrets().before() != null && until != null && clock.instant().isBefore(until))
            vault.tryDecrypt(s.secrets().before()).ifPresent(secrets::add);
        if (secrets.isEmpty()) return new Result.Later("The secret can't be read. Make a new one");
        return calls.post(s.url(), secrets, EventWriter.idOf(e), EventWriter.write(e));
    }

    /** With the third failure in a row the event stays the next one to tell, and the subscriber is left alone. */
    private void record(Subscriber s, LoggedEvent e, Result result, int failures) {
        boolean isDown = failures >= MOST_IN_ROW;
        writer.write(db -> {
            Instant now = clock.instant();
            int attempts = log.findAttempts(db, s.id(), e.seq()) + 1;
            boolean isOver =
                    !isDown && (!(result instanceof Result.Later) || attempts >= Backoff.TEMPORARY.mostTries());
            String state = result instanceof Result.Taken ? "taken" : isOver ? "failed" : "waiting";
            log.record(db, s.id(), e.seq(), now, state, result.said(), isOver ? null : nextTry(attempts, now));
            subscribers.advance(db, s.id(), e.seq(), failures, isDown ? now.plus(pause(failures)) : null);
            return null;
        });
    }

    private Instant nextTry(int attempts, Instant now) {
        return now.plus(Backoff.TEMPORARY.delayAfter(attempts, random));
    }

    private Duration pause(int failures) {
        return Backoff.TEMPORARY.delayAfter(failures - MOST_IN_ROW + 1, random);
    }
}
