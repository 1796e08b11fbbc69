package upbeat.herald.server.manual;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.manual.ManualMarkService.OrderName;
import upbeat.herald.server.message.OrderHoldService;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** An order put on hold by hand, and released; one is the other's undo. */
@Service
class ManualHoldService {
    private static final int LONGEST_WHY = 200;

    private final OrderHoldService holds;
    private final OrderRepository orders;
    private final SignallingWriter writer;

    ManualHoldService(OrderHoldService holds, OrderRepository orders, SignallingWriter writer) {
        this.holds = holds;
        this.orders = orders;
        this.writer = writer;
    }

    /** @param why for the timeline, or null */
    record HoldAsk(@Nullable String why) {}

    void hold(OrderName name, HoldAsk body, String by) {
        String why = Texts.blankToNull(body.why());
        if (why != null && why.length() > LONGEST_WHY)
            throw new HeraldException("why", "Enter a reason of up to " + LONGEST_WHY + " characters");
        String reason = "by " + by + (why == null ? "" : ", " + why.strip());
        writer.write((db, now) -> holds.hold(db, find(db, name).id(), reason, now));
    }

    void release(OrderName name, String by) {
        writer.write((db, now) -> holds.release(db, find(db, name).id(), "by " + by, now));
    }

    private OrderRow find(JdbcClient db, OrderName name) {
        return orders.get(db, name.shop(), name.number());
    }
}
