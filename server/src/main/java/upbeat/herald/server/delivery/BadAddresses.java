package upbeat.herald.server.delivery;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.StopListRepository;

/** Puts an address on the stop list that can't be written to, or whose owner complained, and says so on the order. */
@Component
public class BadAddresses {
    /** The address doesn't exist. */
    public static final String BOUNCED = "bounced";
    /** Whoever has it reported a message as unwanted. */
    public static final String COMPLAINED = "complained";

    private final StopListRepository stopList;
    private final OrderRepository orders;
    private final MessageReplan replan;

    BadAddresses(StopListRepository stopList, OrderRepository orders, MessageReplan replan) {
        this.stopList = stopList;
        this.orders = orders;
        this.replan = replan;
    }

    /**
     * Within the caller's transaction.
     *
     * @param m the message that showed it
     * @param reason {@link #BOUNCED} or {@link #COMPLAINED}
     * @param said the other side's words
     */
    public void stop(JdbcClient db, MessageRow m, String reason, String said, Instant now) {
        String address = m.recipient().to();
        Channel channel = m.recipient().channel();
        if (address == null || stopList.find(db, channel, address).isPresent()) return;
        OrderRow order = orders.get(db, m.origin().orderId());
        MessageReplan.Before before = replan.capture(db, order);
        stopList.insert(db, channel, address, reason, now);
        orders.addNote(
                db,
                order.id(),
                reason.equals(BOUNCED)
                        ? "This address can't be reached by " + channel.label() + ": " + said
                                + ". Nothing more is sent to it; correct it here, or take it off the stop list in Setup"
                        : "The customer reported a message as unwanted. Nothing more is sent to this address by "
                                + channel.label(),
                now);
        replan.replan(db, before, order, now);
    }
}
