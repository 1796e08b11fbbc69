package upbeat.herald.server.message;

import java.time.InstantSource;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.MessageEventRepository.MessageEvent;
import upbeat.herald.server.message.ReceiptRepository.PendingReceipt;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;

/**
 * Records receipts. One may overtake the record of its own hand-over: it is kept then, and applied when the record is
 * there.
 */
@Service
public class ReceiptService {
    private final ReceiptRepository receipts;
    private final MessageRepository messages;
    private final ChannelFallback fallback;
    private final SentEffects effects;
    private final MessageEventRepository events;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    ReceiptService(
            ReceiptRepository receipts,
            MessageRepository messages,
            ChannelFallback fallback,
            SentEffects effects,
            MessageEventRepository events,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.receipts = receipts;
        this.messages = messages;
        this.fallback = fallback;
        this.effects = effects;
        this.events = events;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    public enum Kind {
        DELIVERED,
        READ,
        FAILED
    }

    /** @param reference the message's name at the gateway */
    public record Receipt(Channel channel, String reference, Kind kind, String detail) {}

    public void record(Receipt receipt) {
        writer.writeAside(db -> {
            receipts.insert(db, receipt, clock.instant());
            applyPending(db, receipt.channel(), receipt.reference());
            return null;
        });
        signal.signal();
    }

    /** Applies what was reported under this name, where the message is known by it. */
    public void applyPending(JdbcClient db, Channel channel, String reference) {
        MessageRow message = messages.findByReference(db, channel, reference).orElse(null);
        if (message == null) return;
        for (PendingReceipt receipt : receipts.findPending(db, channel, reference)) {
            events.insert(
                    db,
                    message.seq(),
                    new MessageEvent(receipt.at(), receipt.kind().name().toLowerCase(Locale.ROOT), receipt.detail()));
            switch (receipt.kind()) {
                case DELIVERED -> arrived(db, message, messages.markDelivered(db, message.seq(), receipt.at()));
                case READ -> arrived(db, message, messages.markRead(db, message.seq(), receipt.at()));
                case FAILED -> {
                    if (messages.markFailed(db, message.seq(), receipt.detail())) fallback.planNext(db, message);
                }
            }
            receipts.markApplied(db, receipt.id());
        }
    }

    /** Of a message nobody knew it was sent, the receipt says so. */
    private void arrived(JdbcClient db, MessageRow message, boolean isNew) {
        if (isNew && message.state().status() == MessageStatus.UNSURE) effects.apply(db, message, clock.instant());
    }
}
