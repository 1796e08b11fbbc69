package upbeat.herald.server.delivery;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.timing.Backoff;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.message.ChannelFallback;
import upbeat.herald.server.message.MessagePreparation;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Hands one message to its gateway: claimed, rendered, handed over, recorded. */
@Component
public class MessageHandOver {
    private static final Logger LOG = LoggerFactory.getLogger(MessageHandOver.class);
    private final MessageRepository messages;
    private final MessagePreparation prepare;
    private final ChannelFallback next;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final DeliveryPauses pauses;
    private final HandOverRecorder recorder;
    private final Set<Long> inHand = ConcurrentHashMap.newKeySet();
    private final RandomGenerator random = new java.util.SplittableRandom(1);

    MessageHandOver(
            MessageRepository messages,
            MessagePreparation prepare,
            ChannelFallback next,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            DeliveryPauses pauses,
            HandOverRecorder recorder) {
        this.messages = messages;
        this.prepare = prepare;
        this.next = next;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.pauses = pauses;
        this.recorder = recorder;
    }

    /**
     * One message's way. Trouble with it stays with it: it is tried again later, a few times, and then ends with a
     * reason. What can't be recorded either is thrown, so that the caller pauses.
     *
     * @return true where the gateway was given it, whatever became of it
     */
    boolean handOver(GatewayAccount account, long seq) {
        MessageRow m = messages.find(reader, seq).orElse(null);
        if (m == null || !m.state().status().isInLine()) return false;
        MessagePreparation.Outcome outcome;
        Instant now = clock.instant();
        try {
            outcome = prepare.prepare(reader, m, now);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("Message {} could not be prepared", m.id(), e);
            postpone(m, now);
            return false;
        }
        if (outcome instanceof MessagePreparation.Outcome.Held held) {
            writer.writeAside(db -> {
                next.hold(db, m, held.reason());
                return null;
            });
        } else if (outcome instanceof MessagePreparation.Outcome.NotYet notYet) {
            writer.writeAside(db -> {
                messages.updateDueAt(db, seq, notYet.due());
                return null;
            });
        } else if (outcome instanceof MessagePreparation.Outcome.OnHold onHold) {
            writer.writeAside(db -> messages.markOnHold(db, seq, onHold.reason()));
        } else if (outcome instanceof MessagePreparation.Outcome.Short tooLittle) {
            writer.writeAside(db -> messages.markShort(db, seq, tooLittle.shortage()));
        } else if (outcome instanceof MessagePreparation.Outcome.Ready ready) {
            inHand.add(seq);
            try {
                if (!writer.writeAside(db -> prepare.isCurrent(db, m, ready, now) && messages.claim(db, m, ready, now)))
                    return false;
                HandOver end = handOver(
                        account.gateway(),
                        new OutgoingMessage(
                                m.id(),
                                m.origin().noticeId(),
                                ready.to(),
                                ready.language(),
                                ready.brand(),
                                ready.content(),
                                ready.question(),
                                now,
                                ready.preferences()));
                note(account.id(), end);
                recorder.record(m, end, account);
                return true;
            } finally {
                inHand.remove(seq);
            }
        }
        return false;
    }

    /** What the end of one hand-over says of the gateway itself. */
    private void note(String account, HandOver end) {
        if (end instanceof HandOver.Away away) pauses.away(account, away.reason());
        else if (end instanceof HandOver.Unsure) pauses.unconfirmed(account);
        else if (end instanceof HandOver.Later later && later.kind() == Backoff.THROTTLED) pauses.throttled(account);
        else if (!(end instanceof HandOver.NotApproved)) pauses.worked(account);
    }

    /** True where a message that waits for another try is no longer to be sent; it is held back then. */
    boolean isOver(MessageRow m) {
        MessagePreparation.Outcome outcome;
        try {
            outcome = prepare.prepare(reader, m, clock.instant());
        } catch (RuntimeException e) {
            LOG.error("Message {} could not be prepared", m.id(), e);
            return false; // its own turn brings this to an end
        }
        if (!(outcome instanceof MessagePreparation.Outcome.Held held)) return false;
        writer.writeAside(db -> {
            next.hold(db, m, held.reason());
            return null;
        });
        return true;
    }

    private void postpone(MessageRow m, Instant now) {
        int attempt = m.state().attempt() + 1;
        writer.writeAside(db -> attempt >= Backoff.TEMPORARY.mostTries()
                ? messages.markWithheld(
                        db,
                        m.seq(),
                        new Reason(
                                Reason.Code.BROKEN,
                                "This message couldn't be created. The log has the details under " + m.id()))
                : messages.postpone(
                        db,
                        m.seq(),
                        "This message couldn't be created. It will be tried again",
                        now.plus(Backoff.TEMPORARY.delayAfter(attempt, random))));
    }

    /** A gateway that breaks down in the middle leaves open whether the message went out. */
    private static HandOver handOver(Gateway gateway, OutgoingMessage message) {
        try {
            return gateway.handOver(message);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("The gateway broke down at message {}", message.id(), e);
            return new HandOver.Unsure("Sending was interrupted by an error");
        }
    }

    /** True for a message that this process is handing over right now. */
    boolean isInHand(MessageRow m) {
        return inHand.contains(m.seq());
    }
}
