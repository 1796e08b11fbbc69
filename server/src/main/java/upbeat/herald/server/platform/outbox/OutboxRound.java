package upbeat.herald.server.platform.outbox;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.timing.Backoff;
import upbeat.herald.server.platform.outbox.OutboxRepository.OutboxRow;
import upbeat.herald.server.platform.outbox.OutboxSender.Result;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** Tells what is due of one kind, one after the other. */
@Component
public class OutboxRound {
    private static final Logger LOG = LoggerFactory.getLogger(OutboxRound.class);
    private static final int AT_ONCE = 20;
    /** An attempt that nobody heard of again is made once more: who is told knows it by its id. */
    private static final Duration LOST_AFTER = Duration.ofMinutes(2);

    private final OutboxRepository items;
    private final JdbcClient reader;
    private final SignallingWriter writer;
    private final InstantSource clock;
    private final RandomGenerator random = new SplittableRandom(1);

    OutboxRound(OutboxRepository items, JdbcClient reader, SignallingWriter writer, InstantSource clock) {
        this.items = items;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** @return true where there may be more */
    public boolean tellDue(OutboxSender sender) {
        Instant now = clock.instant();
        var due = items.findDue(reader, sender.kind(), now, AT_ONCE);
        for (OutboxRow row : due) tell(sender, row);
        return due.size() == AT_ONCE;
    }

    private void tell(OutboxSender sender, OutboxRow row) {
        if (!writer.write((db, now) -> items.claim(db, row, now.plus(LOST_AFTER), now))) return;
        Result result = send(sender, row.item());
        int attempts = row.attempts() + 1;
        writer.write((db, now) -> {
            boolean isOver = !(result instanceof Result.Later) || attempts >= Backoff.TEMPORARY.mostTries();
            items.record(
                    db,
                    row.item().id(),
                    attempts,
                    result instanceof Result.Taken,
                    result.said(),
                    isOver ? null : now.plus(Backoff.TEMPORARY.delayAfter(attempts, random)));
            return null;
        });
    }

    /** Trouble with one item stays with it. */
    private static Result send(OutboxSender sender, OutboxItem item) {
        try {
            return sender.send(item);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("{} {} could not be told", item.kind(), item.id(), e);
            return new Result.Later("Something went wrong here. The log has the details under " + item.id());
        }
    }
}
