package upbeat.herald.server.message;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.order.OrderHoldRepository;
import upbeat.herald.server.order.OrderRepository;

/** Puts orders on hold and releases them. Works inside the caller's transaction. */
@Component
public class OrderHoldService {
    private final OrderHoldRepository holds;
    private final MessageRepository messages;
    private final OrderRepository orders;

    OrderHoldService(OrderHoldRepository holds, MessageRepository messages, OrderRepository orders) {
        this.holds = holds;
        this.messages = messages;
        this.orders = orders;
    }

    /** Nothing more is sent about the order. @param reason in words, for its timeline */
    public boolean hold(JdbcClient db, long orderId, String reason, Instant now) {
        if (!holds.insert(db, orderId, reason, now)) return false;
        orders.addNote(db, orderId, "On hold: " + reason + ". Its messages wait", now);
        return true;
    }

    /** What waited goes out now, as far as it is still news. */
    public boolean release(JdbcClient db, long orderId, String reason, Instant now) {
        if (!holds.delete(db, orderId)) return false;
        int waiting = messages.releaseHeld(db, orderId);
        orders.addNote(
                db,
                orderId,
                "Released: " + reason
                        + (waiting == 0 ? "" : ". " + waiting + (waiting == 1 ? " message" : " messages") + " waited"),
                now);
        return true;
    }
}
