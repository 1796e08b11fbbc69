package upbeat.herald.server.delivery;

import java.time.InstantSource;
import java.util.function.Predicate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.message.MessageEventRepository;
import upbeat.herald.server.message.MessageEventRepository.MessageEvent;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Messages that were being handed over when a process died. */
@Component
class AbandonedMessages {
    private final GatewayRegistry gateways;
    private final MessageRepository messages;
    private final MessageEventRepository events;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    AbandonedMessages(
            GatewayRegistry gateways,
            MessageRepository messages,
            MessageEventRepository events,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock) {
        this.gateways = gateways;
        this.messages = messages;
        this.events = events;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * Messages left in hand by a process that died: sent again where the gateway knows their id, else marked unsure for
     * a person to settle.
     *
     * @param inHand true for those that this process is handing over right now
     */
    void settle(Predicate<MessageRow> inHand) {
        if (messages.findSending(reader).stream().allMatch(inHand)) return;
        writer.writeAside(db -> {
            for (MessageRow m : messages.findSending(db)) {
                if (inHand.test(m)) continue;
                events.insert(
                        db,
                        m.seq(),
                        new MessageEvent(clock.instant(), "unsure", "Upbeat Herald stopped while sending this"));
                if (gateways.isIdempotent(m.recipient().channel()))
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
