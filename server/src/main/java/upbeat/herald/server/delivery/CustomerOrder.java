package upbeat.herald.server.delivery;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRepository.Due;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * Keeps the order in which a customer hears of an order over one channel: what was due before goes before, also where
 * the later one is more urgent. One that its gateway wants later keeps the others waiting, unless it is old news by
 * then.
 */
@Component
class CustomerOrder {
    private static final int MOST = 50;

    private final MessageRepository messages;
    private final MessageHandOver handOver;
    private final SendingGate gate;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    CustomerOrder(
            MessageRepository messages,
            MessageHandOver handOver,
            SendingGate gate,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock) {
        this.messages = messages;
        this.handOver = handOver;
        this.gate = gate;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** Hands over a message, after those that its customer is to get before. @return true where the gateway had it */
    boolean handOver(GatewayAccount account, Due next) {
        if (!next.isForTeam() && !isFirst(account, next)) return false;
        return pass(account, next.seq(), next.noticeId(), next.isForTeam());
    }

    private boolean isFirst(GatewayAccount account, Due next) {
        for (int i = 0; i < MOST; i++) {
            MessageRow m = messages.find(reader, next.seq()).orElse(null);
            if (m == null) return false;
            MessageRow earlier =
                    messages.findEarlierInLine(reader, m).stream().findFirst().orElse(null);
            if (earlier == null) return true;
            if (earlier.state().status() == MessageStatus.SENDING) return false;
            if (!waits(earlier)) {
                pass(account, earlier.seq(), earlier.origin().noticeId(), false);
                if (isAsBefore(earlier)) return false;
            } else if (!handOver.isOver(earlier)) {
                standBehind(m, earlier);
                return false;
            }
        }
        return false;
    }

    private void standBehind(MessageRow m, MessageRow earlier) {
        Instant nextTry = Objects.requireNonNull(earlier.state().nextTry());
        writer.writeAside(
                db -> messages.markBehind(db, m.seq(), "An earlier message to this customer has to go first", nextTry));
    }

    private boolean waits(MessageRow m) {
        Instant nextTry = m.state().nextTry();
        return nextTry != null && nextTry.isAfter(clock.instant());
    }

    /** It didn't move: the gateway is away, or its notice was stopped. */
    private boolean isAsBefore(MessageRow m) {
        return messages.find(reader, m.seq())
                .filter(now -> now.state().status().isInLine()
                        && !waits(now)
                        && now.times().dueAt().equals(m.times().dueAt()))
                .isPresent();
    }

    private boolean pass(GatewayAccount account, long seq, String noticeId, boolean isForTeam) {
        Channel channel = account.channel();
        return gate.pass(channel, noticeId, isForTeam, () -> handOver.handOver(account, seq));
    }
}
