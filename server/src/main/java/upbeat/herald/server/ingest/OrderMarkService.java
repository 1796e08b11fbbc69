package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.server.ingest.Ingested.Change;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.StageVisitRepository;

/**
 * Stages that somebody says an order as a whole came to: where it ends, and everywhere on its way while it has no
 * tracking number. Works inside the caller's transaction.
 */
@Component
public class OrderMarkService {
    private final OrderIngestService orderIngest;
    private final OrderRepository orders;
    private final StageVisitRepository visits;
    private final MessageRepository messages;
    private final OrderStageUpdate standing;
    private final MessagePlanner plan;
    private final MessageReplan replan;

    OrderMarkService(
            OrderIngestService orderIngest,
            OrderRepository orders,
            StageVisitRepository visits,
            MessageRepository messages,
            OrderStageUpdate standing,
            MessagePlanner plan,
            MessageReplan replan) {
        this.orderIngest = orderIngest;
        this.orders = orders;
        this.visits = visits;
        this.messages = messages;
        this.standing = standing;
        this.plan = plan;
        this.replan = replan;
    }

    /** @param order without a parcel, where the stage is one of parcels */
    public Ingested<OrderRow> mark(JdbcClient db, OrderRow order, Stage stage, Instant now) {
        if (stage.isOrderStage()) return orderIngest.endOrder(db, order, stage, now);
        StageVisit visit = new StageVisit(stage, StageVisit.ONCE, now, false);
        if (visits.insert(db, List.of(new StageVisitRepository.Visit(order.id(), null, visit)), now) == 0)
            return new Ingested<>(order, Change.UNCHANGED, 0);
        OrderRow marked = standing.update(db, order.id());
        int planned = plan.planForMoment(db, marked, null, new Moment(stage, StageVisit.ONCE, now, null), now);
        return new Ingested<>(marked, Change.CHANGED, planned);
    }

    /** Takes back a mark, or the end, of an order. @throws HeraldException where a message about it went out */
    public void unmark(JdbcClient db, long orderId, Stage stage, Instant now) {
        if (messages.existsSentOfOrder(db, orderId, stage))
            throw new HeraldException(
                    "stage",
                    "The customer was already told that order "
                            + orders.get(db, orderId).order().number() + " is " + stage.label()
                            + ". This can't be undone");
        if (!stage.isOrderStage() && visits.findOwn(db, orderId).stream().noneMatch(v -> v.stage() == stage))
            throw new HeraldException(
                    "stage", "The order has a tracking number now, and the mark moved to it. Check the order");
        messages.deletePlannedOfOrder(db, orderId, stage);
        visits.removeOfOrder(db, orderId, stage);
        if (orders.get(db, orderId).ended() == stage) {
            Stage before = findEnd(db, orderId);
            orders.updateStage(db, orderId, (before == null ? Stage.ORDERED : before).code(), before);
            replan.replanReopened(db, standing.update(db, orderId), now);
        }
        standing.update(db, orderId);
    }

    /** Takes a tag off that somebody put on. */
    public void untag(JdbcClient db, long orderId, @Nullable String tag, Instant now) {
        orders.deleteTag(db, orderId, tag);
        replan.recheckSeries(db, orders.get(db, orderId), now);
    }

    /** Puts a mark back that a parcel had taken over; customers were told of it then. */
    public void restore(JdbcClient db, long orderId, Stage stage, Instant at, Instant now) {
        StageVisit visit = new StageVisit(stage, StageVisit.ONCE, at, false);
        visits.insert(db, List.of(new StageVisitRepository.Visit(orderId, null, visit)), now);
        standing.update(db, orderId);
    }

    /** Another end that the order came to before, such as cancelled and then refunded. */
    private @Nullable Stage findEnd(JdbcClient db, long orderId) {
        return visits.findByOrder(db, orderId).stream()
                .filter(r -> r.parcelId() == null)
                .map(r -> r.visit().stage())
                .filter(s -> s.isOrderStage() && s != Stage.ORDERED)
                .reduce((a, b) -> b)
                .orElse(null);
    }
}
