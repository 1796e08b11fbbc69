package upbeat.herald.server.ingest;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.OrderMoments;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ReturnRepository.ReturnRow;
import upbeat.herald.server.shopcall.ReturnCalls;

/** What follows where a return is asked for, received or cancelled. Works inside the caller's transaction. */
@Component
public class ReturnNews {
    private final OrderRepository orders;
    private final ReturnRepository returns;
    private final OrderMoments moments;
    private final MessagePlanner planner;
    private final MessageRepository messages;
    private final ReturnCalls shops;

    ReturnNews(
            OrderRepository orders,
            ReturnRepository returns,
            OrderMoments moments,
            MessagePlanner planner,
            MessageRepository messages,
            ReturnCalls shops) {
        this.orders = orders;
        this.returns = returns;
        this.moments = moments;
        this.planner = planner;
        this.messages = messages;
        this.shops = shops;
    }

    /** A label was made: notices may tell of it, and the shop hears it. */
    public void requested(JdbcClient db, OrderRow order, long id, Instant now) {
        ReturnRow made = returns.find(db, id).orElseThrow();
        OrderMoments.OrderMoment moment = moments.momentOf(db, made);
        planner.planForMoment(db, order, moment.parcel(), moment.moment(), now);
        shops.add(db, order, made.content(), now);
    }

    /** The shop hears that it is back; notices hear it by the stage. */
    public void received(JdbcClient db, OrderRow order, long id, Instant now) {
        shops.add(db, order, returns.find(db, id).orElseThrow().content(), now);
    }

    /** @return false where it was handed over, received or cancelled before */
    public boolean cancel(JdbcClient db, ReturnRow r, Instant now) {
        if (!returns.cancel(db, r.id(), now)) return false;
        messages.deletePlannedOfOccasion(db, r.orderId(), Stage.RETURNING, StageVisit.occasionOfReturn(r.id()));
        OrderRow order = orders.get(db, r.orderId());
        shops.add(db, order, returns.find(db, r.id()).orElseThrow().content(), now);
        return true;
    }
}
