package upbeat.herald.server.orderview;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** One message as it was sent, and what a person says became of it. */
@Service
class MessageDetailService {
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    MessageDetailService(
            MessageRepository messages, OrderRepository orders, JdbcClient reader, SignallingWriter writer) {
        this.messages = messages;
        this.orders = orders;
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

    ShownMessage settleMessage(String id, Settle body) {
        if (body.arrived() == null) throw new HeraldException("arrived", "Choose whether the message was delivered");
        boolean arrived = body.arrived();
        writer.write((db, now) -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
            if (m.state().status() != MessageStatus.UNSURE)
                throw new HeraldException(
                        "id", "This message is " + m.state().status().code() + ". There's nothing to record");
            if (arrived) messages.markAccepted(db, m.seq(), m.sent().gatewayRef(), now);
            else messages.markWaiting(db, m.seq(), "Sent again by you", null);
            return null;
        });
        return getMessage(id);
    }
}
