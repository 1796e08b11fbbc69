package upbeat.herald.server.shopcall;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.outbox.OutboxItem;

/** Tells a shop, where it can be called, what became of a customer's return. */
@Component
public class ReturnCalls {
    private static final String TYPE = "upbeat.herald.return.";

    private final ShopCalls shops;

    ReturnCalls(ShopCalls shops) {
        this.shops = shops;
    }

    /** As it stands now: requested, received or cancelled. */
    public void add(JdbcClient db, OrderRow order, CustomerReturn r, Instant now) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("shop", order.order().shop());
        data.put("order", order.order().number());
        data.put("return", r.label().trackingNumber());
        data.put("carrier", r.label().carrier());
        data.put("state", r.state().code());
        data.put("reason", r.reason().code());
        data.put("note", r.note());
        List<Map<String, Object>> items = r.itemsOf(order.order()).stream()
                .map(i -> {
                    Map<String, Object> item = new LinkedHashMap<>();
                    item.put("sku", i.sku());
                    item.put("name", i.name());
                    item.put("quantity", i.quantity());
                    return item;
                })
                .toList();
        data.put("items", items);
        data.put("requestedAt", r.times().requestedAt().toString());
        shops.add(
                db,
                order,
                TYPE + r.state().code(),
                "Order " + order.order().number() + ": return " + r.state().code(),
                data,
                now);
    }

    /** True for a call that says something of a return. */
    public static boolean isOfReturn(OutboxItem item) {
        return item.body().contains("\"type\":\"" + TYPE);
    }
}
