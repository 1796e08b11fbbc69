package upbeat.herald.server.answer;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.StopListRepository;

/** Addresses that their owners stopped, and allowed again. Works inside the caller's transaction. */
@Component
public class CustomerStops {
    /** Why an address is on the list: its owner replied STOP, or chose it on their page. */
    static final String REPLIED = "replied";

    public static final String CHOSEN = "chosen";
    /** Of an erased customer, for good. */
    private static final String ERASED = "erased";

    private final StopListRepository stopList;
    private final OrderRepository orders;
    private final MessageReplan replan;

    CustomerStops(StopListRepository stopList, OrderRepository orders, MessageReplan replan) {
        this.stopList = stopList;
        this.orders = orders;
        this.replan = replan;
    }

    /**
     * @param order one of the customer's, whose timeline says so; or null. @return false where it was stopped already
     */
    public boolean stop(
            JdbcClient db, Channel channel, String address, String reason, @Nullable OrderRow order, Instant now) {
        if (stopList.find(db, channel, address).isPresent()) return false;
        MessageReplan.Before before = order == null ? null : replan.capture(db, order);
        stopList.insert(db, channel, address, reason, now);
        if (order == null || before == null) return true;
        String how = reason.equals(REPLIED) ? "replied STOP" : "asked for no more messages";
        orders.addNote(
                db,
                order.id(),
                "The customer " + how + ". Nothing more is sent to this address by " + channel.label(),
                now);
        replan.replan(db, before, order, now);
        return true;
    }

    /** @return false where it wasn't stopped, or has to stay so */
    public boolean allow(JdbcClient db, Channel channel, String address, OrderRow order, Instant now) {
        boolean canChange = stopList.find(db, channel, address)
                .filter(e -> !e.reason().equals(ERASED))
                .isPresent();
        if (!canChange || !stopList.delete(db, channel, address)) return false;
        orders.addNote(db, order.id(), "The customer allows messages by " + channel.label() + " again", now);
        return true;
    }

    public boolean isStopped(JdbcClient db, Channel channel, String address) {
        return stopList.find(db, channel, address).isPresent();
    }
}
