package upbeat.herald.server.orderview;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.message.SentEffects;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** One message as it was sent, and what a person says became of it. */
@Service
class MessageDetailService {
    private static final int MOST_ORDERS = 1000;
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final SentEffects effects;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    MessageDetailService(
            MessageRepository messages,
            OrderRepository orders,
            SentEffects effects,
            JdbcClient reader,
            SignallingWriter writer) {
        this.messages = messages;
        this.orders = orders;
        this.effects = effects;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param arrived true where the customer has the message, false where it is to go out again */
    record Settle(@Nullable Boolean arrived) {}

    record ShownMessage(MessageView message, @Nullable String html, List<String> buttons) {}

    ShownMessage getMessage(String id) {
        MessageRow m = messages.find(reader, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
        OrderRow row = orders.get(reader, m.origin().orderId());
        return new ShownMessage(
                MessageView.of(m, row.order().shop(), row.order().number()),
                m.sent().html(),
                m.sent().question() == null
                        ? List.of()
                        : m.sent().question().buttons().stream()
                                .map(b -> b.label())
                                .toList());
    }

    /**
     * @param orders whose messages are meant
     * @param status of the messages: unsure, failed or waiting
     * @param as what they become: delivered, again or cancelled
     */
    record SettleMany(List<OrderRef> orders, String status, String as) {}

    record OrderRef(String shop, String number) {}

    record Settled(int count) {}

    /** What a person makes of a message. */
    private enum Outcome {
        DELIVERED,
        AGAIN,
        CANCELLED
    }

    /** Keeps a message back for good that hasn't left yet. */
    ShownMessage recallMessage(String id, String by) {
        writer.write((db, now) -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
            boolean isOpen =
                    m.state().status() == MessageStatus.PLANNED || m.state().status() == MessageStatus.WAITING;
            if (!isOpen || !messages.markCancelled(db, m.seq(), new Reason(Reason.Code.QUIET, "Taken back by " + by)))
                throw new HeraldException("id", "This message is already on its way. It can't be taken back");
            return null;
        });
        return getMessage(id);
    }

    ShownMessage settleMessage(String id, Settle body, String by) {
        if (body.arrived() == null) throw new HeraldException("arrived", "Choose whether the message was delivered");
        Outcome outcome = body.arrived() ? Outcome.DELIVERED : Outcome.AGAIN;
        writer.write((db, now) -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
            if (!settle(db, m, outcome, by, now))
                throw new HeraldException(
                        "id", "This message is " + m.state().status().code() + ". There's nothing to record");
            return null;
        });
        return getMessage(id);
    }

    Settled settleMessages(SettleMany body, String by) {
        Outcome outcome =
                switch (body.as()) {
                    case "delivered" -> Outcome.DELIVERED;
                    case "again" -> Outcome.AGAIN;
                    case "cancelled" -> Outcome.CANCELLED;
                    default -> throw new HeraldException("as", "Choose delivered, again or cancelled");
                };
        if (body.orders().size() > MOST_ORDERS)
            throw new HeraldException("orders", "Select up to " + MOST_ORDERS + " orders at once");
        return writer.write((db, now) -> {
            int count = 0;
            for (OrderRef name : body.orders()) {
                OrderRow order = orders.find(db, name.shop(), name.number()).orElse(null);
                if (order == null) continue;
                for (MessageRow m : messages.findByOrder(db, order.id()))
                    if (m.state().status().code().equals(body.status()) && settle(db, m, outcome, by, now)) count++;
            }
            return new Settled(count);
        });
    }

    private boolean settle(JdbcClient db, MessageRow m, Outcome outcome, String by, Instant now) {
        MessageStatus status = m.state().status();
        return switch (outcome) {
            case DELIVERED -> status == MessageStatus.UNSURE && accept(db, m, now);
            case AGAIN ->
                (status == MessageStatus.UNSURE || status == MessageStatus.FAILED || status == MessageStatus.WAITING)
                        && messages.sendAgain(db, m.seq(), "Sent again by " + by, now);
            case CANCELLED ->
                (status == MessageStatus.UNSURE || status == MessageStatus.WAITING)
                        && messages.markCancelled(db, m.seq(), new Reason(Reason.Code.QUIET, "Cancelled by " + by));
        };
    }

    private boolean accept(JdbcClient db, MessageRow m, Instant now) {
        if (!messages.markAccepted(db, m.seq(), m.sent().gatewayRef(), now)) return false;
        effects.apply(db, m, now);
        return true;
    }
}
