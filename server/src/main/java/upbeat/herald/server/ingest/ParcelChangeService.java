package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.server.ingest.Ingested.Change;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.SearchIndexRepository;

/** Changes parcels that are there: their items, and taking one off its order. Works inside the caller's transaction. */
@Component
class ParcelChangeService {
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final CarrierPollStart polls;
    private final MessageRepository messages;
    private final SearchIndexRepository search;
    private final OrderStageUpdate standing;
    private final MessageReplan replan;

    ParcelChangeService(
            OrderRepository orders,
            ParcelRepository parcels,
            CarrierPollStart polls,
            MessageRepository messages,
            SearchIndexRepository search,
            OrderStageUpdate standing,
            MessageReplan replan) {
        this.orders = orders;
        this.parcels = parcels;
        this.polls = polls;
        this.messages = messages;
        this.search = search;
        this.standing = standing;
        this.replan = replan;
    }

    Ingested<ParcelRow> changeItems(JdbcClient db, ParcelRow parcel, List<Parcel.Content> items, Instant now) {
        parcels.updateItems(db, parcel.id(), items);
        OrderRow order = standing.update(db, parcel.orderId());
        return new Ingested<>(
                parcels.get(db, parcel.id()), Change.CHANGED, replan.replanOncePerOrder(db, order, Set.of(), now));
    }

    /** Takes a parcel off its order. Messages planned for it are gone with it. */
    void removeParcel(JdbcClient db, ParcelRow parcel, Instant now) {
        Set<String> forgotten = detach(db, parcel);
        replan.replanOncePerOrder(db, orders.get(db, parcel.orderId()), forgotten, now);
    }

    /** @return the notices whose planned messages are gone */
    Set<String> detach(JdbcClient db, ParcelRow parcel) {
        Set<String> forgotten = messages.deletePlanned(db, parcel.id(), null);
        polls.remove(db, parcel.id());
        parcels.remove(db, parcel.id());
        OrderRow order = standing.update(db, parcel.orderId());
        search.index(db, order.id(), order.order());
        return forgotten;
    }
}
