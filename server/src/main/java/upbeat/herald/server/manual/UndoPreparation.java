package upbeat.herald.server.manual;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.StageVisitRepository;

/** What makes it possible to take back what is about to be done by hand. */
@Component
class UndoPreparation {
    private final OrderRepository orders;
    private final StageVisitRepository visits;
    private final Duration time;

    UndoPreparation(OrderRepository orders, StageVisitRepository visits, UndoTime time) {
        this.orders = orders;
        this.visits = visits;
        this.time = time.get();
    }

    /** How long messages about what is done now wait. */
    long seconds() {
        return time.toSeconds();
    }

    /** Nothing is sent about the order while its change can be taken back. @return the order as it stands then */
    OrderRow hold(JdbcClient db, OrderRow order, Instant now) {
        if (time.isZero()) return order;
        Instant until = now.plus(time);
        Instant held = order.heldUntil();
        if (held != null && !held.isBefore(until)) return order;
        orders.hold(db, order.id(), until);
        return order.withHeldUntil(until);
    }

    /** What puts a parcel back that is removed now. */
    ManualChangeRepository.Step putBack(JdbcClient db, OrderRow order, ParcelRow parcel) {
        List<String> stages = visits.findByOrder(db, order.id()).stream()
                .filter(r -> Long.valueOf(parcel.id()).equals(r.parcelId())
                        && !r.visit().implied())
                .map(r -> r.visit().stage().code())
                .filter(s -> !s.equals("packed"))
                .distinct()
                .toList();
        return new ManualChangeRepository.Step(
                "put-back",
                order.id(),
                parcel.parcel().carrier(),
                parcel.parcel().trackingNumber(),
                null,
                parcel.parcel().items(),
                stages,
                null);
    }

    /** What gives an order its marks back that its first parcel takes over. */
    List<ManualChangeRepository.Step> restoreMarks(JdbcClient db, OrderRow order) {
        return visits.findOwn(db, order.id()).stream()
                .map(v -> ManualChangeRepository.Step.ofOrder(
                        "mark-order", order.id(), v.stage().code(), v.at()))
                .toList();
    }
}
