package upbeat.herald.server.ingest;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/** Brings an order's stage in line with its parcels. */
@Component
class OrderStageUpdate {
    private final OrderRepository orders;
    private final ParcelRepository parcels;

    OrderStageUpdate(OrderRepository orders, ParcelRepository parcels) {
        this.orders = orders;
        this.parcels = parcels;
    }

    OrderRow update(JdbcClient db, long orderId) {
        OrderRow order = orders.get(db, orderId);
        List<ParcelRow> all = parcels.findByOrder(db, orderId);
        String stage = WorkingOrder.stageOf(order, all);
        if (stage.equals(order.stage())) return order;
        orders.updateStage(db, order.id(), stage, order.ended());
        return order.withStage(stage);
    }
}
