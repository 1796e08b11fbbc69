package upbeat.herald.server.shopcall;

import java.time.Instant;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.webhook.WebhookEvent;

/** Puts calls to shops into the outbox, within the transaction that has something to tell. */
@Component
public class ShopCalls {
    public static final String KIND = "shop-call";

    private final ShopCallTargetRepository targets;
    private final Outbox outbox;

    ShopCalls(ShopCallTargetRepository targets, Outbox outbox) {
        this.targets = targets;
        this.outbox = outbox;
    }

    /**
     * @param type of the event, such as {@code upbeat.herald.answer.given}
     * @param title in words, for the list of calls
     * @return false where the shop has no address to be called at
     */
    public boolean add(
            JdbcClient db, OrderRow order, String type, String title, Map<String, Object> data, Instant now) {
        String shop = order.order().shop();
        if (targets.find(db, shop).isEmpty()) return false;
        String id = outbox.nextId();
        String event = WebhookEvent.write(id, shop, type, order.order().number(), data, now);
        outbox.add(db, id, KIND, shop, order.id(), title, event, now);
        return true;
    }
}
