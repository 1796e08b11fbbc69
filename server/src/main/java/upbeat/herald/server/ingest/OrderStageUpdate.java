package upbeat.herald.server.ingest;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Journey;
import upbeat.herald.core.journey.Report;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.StageVisitRepository;

/** Brings an order's stage in line with its parcels. */
@Component
class OrderStageUpdate {
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final StageVisitRepository visits;

    OrderStageUpdate(OrderRepository orders, ParcelRepository parcels, StageVisitRepository visits) {
        this.orders = orders;
        this.parcels = parcels;
        this.visits = visits;
    }

    OrderRow update(JdbcClient db, long orderId) {
        OrderRow order = orders.get(db, orderId);
        List<ParcelRow> all = parcels.findByOrder(db, orderId);
        String stage =
                all.isEmpty() && order.ended() == null ? ownStage(db, orderId) : WorkingOrder.stageOf(order, all);
        if (stage.equals(order.stage())) return order;
        orders.updateStage(db, order.id(), stage, order.ended());
        return order.withStage(stage);
    }

    /** Where an order without a tracking number was marked to be. */
    private String ownStage(JdbcClient db, long orderId) {
        return Journey.of(visits.findOwn(db, orderId).stream()
                        .map(v -> new Report(v.stage().code(), v.stage(), v.at(), v.occasion()))
                        .toList())
                .stage()
                .code();
    }
}
