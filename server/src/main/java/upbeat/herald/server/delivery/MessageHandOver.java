package upbeat.herald.server.delivery;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.message.ChannelFallback;
import upbeat.herald.server.message.MessagePreparation;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.ReceiptService;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Hands one message to its gateway: claimed, rendered, handed over, recorded. */
@Component
public class MessageHandOver {
    private static final Logger LOG = LoggerFactory.getLogger(MessageHandOver.class);
    private static final Duration APPROVAL_ASKED_EVERY = Duration.ofSeconds(30);
    private final GatewayRegistry gateways;
    private final MessageRepository messages;
    private final MessagePreparation prepare;
    private final ReceiptService receipts;
    private final ChannelFallback next;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final DeliveryPauses pauses;
    private final Set<Long> inHand = ConcurrentHashMap.newKeySet();
    private final RandomGenerator random = new java.util.SplittableRandom(1);

    MessageHandOver(
            GatewayRegistry gateways,
            MessageRepository messages,
            MessagePreparation prepare,
            ReceiptService receipts,
            ChannelFallback next,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            DeliveryPauses pauses) {
        this.gateways = gateways;
        this.messages = messages;
        this.prepare = prepare;
        this.receipts = receipts;
        this.next = next;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.pauses = pauses;
    }

    /**
     * One message's way. Trouble with it stays with it: it is tried again later, a few times, and then ends with a
     * reason. What can't be recorded either is thrown, so that the caller pauses.
     */
    void handOver(Gateway gateway, long seq) {
        MessageRow m = messages.find(reader, seq).orElse(null);
        if (m == null) return;
        MessagePreparation.Outcome outcome;
        Instant now = clock.instant();
        try {
            outcome = prepare.prepare(reader, m, now);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("Message {} could not be prepared", m.id(), e);
            postpone(m, now);
            return;
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
        } else if (outcome instanceof MessagePreparation.Outcome.Ready ready) {
            inHand.add(seq);
            try {
                if (!writer.writeAside(db -> prepare.isCurrent(db, m, ready) && messages.claim(db, m, ready, now)))
                    return;
                HandOver end = handOver(
                        gateway,
                        new OutgoingMessage(
                                m.id(),
                                m.origin().noticeId(),
                                ready.to(),
                                ready.language(),
                                ready.brand(),
                                ready.content(),
                                ready.question(),
                                now));
                note(gateway, end);
                record(m, end);
            } finally {
                inHand.remove(seq);
            }
        }
    }

    /** What the end of one hand-over says of the gateway itself. */
    private void note(Gateway gateway, HandOver end) {
        if (end instanceof HandOver.Away away) pauses.away(gateway.channel(), away.reason());
        else if (end instanceof HandOver.Unsure) pauses.unconfirmed(gateway.channel());
        else if (!(end instanceof HandOver.NotApproved)) pauses.worked(gateway.channel());
    }

    private void postpone(MessageRow m, Instant now) {
        int attempt = m.state().attempt() + 1;
        writer.writeAside(db -> attempt >= Backoff.MOST_TRIES
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
                        now.plus(Backoff.delayAfter(attempt, random))));
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

    private void record(MessageRow m, HandOver end) {
        Instant now = clock.instant();
        writer.writeAside(db -> {
            if (end instanceof HandOver.Accepted accepted) {
                messages.markAccepted(db, m.seq(), accepted.ref(), now);
                if (accepted.ref() != null)
                    receipts.applyPending(db, m.recipient().channel(), accepted.ref());
            } else if (end instanceof HandOver.Refused refused) {
                messages.markFailed(db, m.seq(), refused.reason());
                next.planNext(db, m);
            } else if (end instanceof HandOver.Later later) {
                if (m.state().attempt() + 1 >= Backoff.MOST_TRIES) {
                    messages.markFailed(db, m.seq(), later.reason() + " (" + Backoff.MOST_TRIES + " attempts)");
                    next.planNext(db, m);
                } else messages.markWaiting(db, m.seq(), later.reason(), now.plus(waitAfter(m, later)));
            } else if (end instanceof HandOver.NotApproved notApproved) {
                messages.markNotApproved(db, m.seq(), notApproved.reason(), now.plus(APPROVAL_ASKED_EVERY));
            } else if (end instanceof HandOver.Away away) {
                messages.markWaiting(db, m.seq(), away.reason(), null);
            } else if (end instanceof HandOver.Unsure unsure) {
                if (gateways.find(m.recipient().channel())
                        .map(Gateway::isIdempotent)
                        .orElse(false))
                    messages.markWaiting(
                            db,
                            m.seq(),
                            unsure.reason(),
                            now.plus(Backoff.delayAfter(m.state().attempt() + 1, random)));
                else
                    messages.markUnsure(
                            db, m.seq(), unsure.reason() + ". Check whether it was delivered, then record it here");
            }
            return null;
        });
    }

    /** As long as the gateway asks for, if that is longer than our own wait. */
    private Duration waitAfter(MessageRow m, HandOver.Later later) {
        Duration own = Backoff.delayAfter(m.state().attempt() + 1, random);
        Duration asked = later.after();
        return asked == null || asked.compareTo(own) < 0 ? own : asked;
    }

    /**
     * Messages left in hand by a process that died: sent again where the gateway knows their id, else marked unsure for
     * a person to settle. Nothing that this process holds in its own hands is touched.
     */
    public void sweepAbandoned() {
        List<MessageRow> abandoned = messages.findSending(reader).stream()
                .filter(m -> !inHand.contains(m.seq()))
                .toList();
        if (abandoned.isEmpty()) return;
        Set<Channel> knowing = new HashSet<>();
        gateways.list().stream()
                .filter(Gateway::isIdempotent)
                .map(Gateway::channel)
                .forEach(knowing::add);
        writer.writeAside(db -> {
            for (MessageRow m : messages.findSending(db)) {
                if (inHand.contains(m.seq())) continue;
                if (knowing.contains(m.recipient().channel()))
                    messages.markWaiting(
                            db,
                            m.seq(),
                            "Upbeat Herald stopped while sending this. It is sent again under the same ID",
                            null);
                else
                    messages.markUnsure(
                            db,
                            m.seq(),
                            "Upbeat Herald stopped while sending this. Check whether it was delivered, then record it here");
            }
            return null;
        });
    }
}
