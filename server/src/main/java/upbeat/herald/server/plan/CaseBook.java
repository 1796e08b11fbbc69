package upbeat.herald.server.plan;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.History;
import upbeat.herald.server.answers.AnswerStore;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;

/** Lays an order before the core: as it stands, and what it heard and answered. */
@Component
public class CaseBook {
    private final ParcelStore parcels;
    private final MessageStore messages;
    private final AnswerStore answers;

    CaseBook(ParcelStore parcels, MessageStore messages, AnswerStore answers) {
        this.parcels = parcels;
        this.messages = messages;
        this.answers = answers;
    }

    /** @param parcel the parcel in question, or null for the order as a whole */
    public Case of(JdbcClient db, OrderRow order, ParcelRow parcel) {
        return of(order, parcel, parcels.of(db, order.id()));
    }

    /** The same, where its parcels are at hand. */
    Case of(OrderRow order, ParcelRow parcel, List<ParcelRow> all) {
        return new Case(
                order.order(),
                parcel == null ? null : parcel.parcel(),
                parcel == null ? null : parcel.stage(),
                all.stream().map(ParcelRow::stage).toList(),
                order.ended());
    }

    public History history(JdbcClient db, OrderRow order) {
        return open(db, order).history();
    }

    OpenHistory open(JdbcClient db, OrderRow order) {
        return open(db, List.of(order.id())).get(order.id());
    }

    /** The history of each of these orders, by its id. */
    public Map<Long, OpenHistory> open(JdbcClient db, Collection<Long> orders) {
        Map<Long, Set<String>> said = messages.said(db, orders);
        Map<Long, List<AnswerStore.AnswerRow>> given = answers.of(db, orders);
        return orders.stream()
                .distinct()
                .collect(Collectors.toMap(
                        id -> id,
                        id -> new OpenHistory(said.getOrDefault(id, Set.of()), given.getOrDefault(id, List.of()))));
    }
}
