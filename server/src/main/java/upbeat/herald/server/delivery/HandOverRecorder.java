package upbeat.herald.server.delivery;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.core.timing.Backoff;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.message.MessageEventRepository;
import upbeat.herald.server.message.MessageEventRepository.MessageEvent;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.ReceiptService;
import upbeat.herald.server.message.SentEffects;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Writes down what became of a hand-over. */
@Component
class HandOverRecorder {
    private static final Duration APPROVAL_ASKED_EVERY = Duration.ofSeconds(30);

    private final GatewayRegistry gateways;
    private final MessageRepository messages;
    private final ReceiptService receipts;
    private final GivenUpMessages givenUp;
    private final SentEffects effects;
    private final MessageEventRepository events;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final RandomGenerator random = new java.util.SplittableRandom(2);

    HandOverRecorder(
            GatewayRegistry gateways,
            MessageRepository messages,
            ReceiptService receipts,
            GivenUpMessages givenUp,
            SentEffects effects,
            MessageEventRepository events,
            DatabaseWriter writer,
            InstantSource clock) {
        this.gateways = gateways;
        this.messages = messages;
        this.receipts = receipts;
        this.givenUp = givenUp;
        this.effects = effects;
        this.events = events;
        this.writer = writer;
        this.clock = clock;
    }

    /** What the gateway said becomes the message's state. */
    void record(MessageRow m, HandOver end, GatewayAccount account) {
        Instant now = clock.instant();
        writer.writeAside(db -> {
            // What waits for an approval is asked every half minute: once is enough to know.
            if (!(end instanceof HandOver.NotApproved)
                    || !MessageRepository.NOT_APPROVED.equals(m.state().reasonCode()))
                events.insert(db, m.seq(), describe(end, account, now));
            if (end instanceof HandOver.Accepted accepted) {
                if (messages.markAccepted(db, m.seq(), accepted.ref(), now)) effects.apply(db, m, now);
                if (accepted.ref() != null)
                    receipts.applyPending(db, m.recipient().channel(), accepted.ref());
            } else if (end instanceof HandOver.Refused refused) {
                givenUp.giveUp(db, m, refused.reason(), refused.isAddressBad(), now);
            } else if (end instanceof HandOver.Later later) {
                if (m.state().attempt() + 1 >= later.kind().mostTries()) {
                    givenUp.giveUp(db, m, later.reason() + " (" + later.kind().mostTries() + " attempts)", false, now);
                } else messages.markWaiting(db, m.seq(), later.reason(), now.plus(waitAfter(m, later)));
            } else if (end instanceof HandOver.NotApproved notApproved) {
                messages.markNotApproved(db, m.seq(), notApproved.reason(), now.plus(APPROVAL_ASKED_EVERY));
            } else if (end instanceof HandOver.Away away) {
                messages.markWaiting(db, m.seq(), away.reason(), null);
            } else if (end instanceof HandOver.Unsure unsure) {
                if (gateways.isIdempotent(m.recipient().channel()))
                    messages.markWaiting(
                            db,
                            m.seq(),
                            unsure.reason(),
                            now.plus(Backoff.UNKNOWN.delayAfter(m.state().attempt() + 1, random)));
                else
                    messages.markUnsure(
                            db, m.seq(), unsure.reason() + ". Check whether it was delivered, then record it here");
            }
            return null;
        });
    }

    private static MessageEvent describe(HandOver end, GatewayAccount account, Instant now) {
        if (end instanceof HandOver.Accepted accepted) return event(now, "accepted", accepted.said(), account);
        if (end instanceof HandOver.Refused refused) return event(now, "refused", refused.reason(), account);
        if (end instanceof HandOver.Later later) return event(now, "later", later.reason(), account);
        if (end instanceof HandOver.NotApproved waits) return event(now, "not-approved", waits.reason(), account);
        if (end instanceof HandOver.Away away) return event(now, "away", away.reason(), account);
        return event(now, "unsure", ((HandOver.Unsure) end).reason(), account);
    }

    /** An account with a name is one of several: it is said which. */
    private static MessageEvent event(Instant now, String what, @Nullable String said, GatewayAccount account) {
        String name = account.use().name();
        if (name.isEmpty()) return new MessageEvent(now, what, said);
        return new MessageEvent(now, what, said == null ? name : name + ": " + said);
    }

    /** As long as the gateway asks for, if that is longer than our own wait. */
    private Duration waitAfter(MessageRow m, HandOver.Later later) {
        Duration own = later.kind().delayAfter(m.state().attempt() + 1, random);
        Duration asked = later.after();
        return asked == null || asked.compareTo(own) < 0 ? own : asked;
    }
}
