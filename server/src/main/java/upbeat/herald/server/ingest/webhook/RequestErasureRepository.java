package upbeat.herald.server.ingest.webhook;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.PersonalDataRepository;
import upbeat.herald.server.platform.persistence.Json;

/**
 * The shop's requests, word for word: those of the orders, and others that hold the customer's e-mail address. To look
 * through all of them takes long, so that is done ahead; within the transaction only those that came since are read.
 */
@Repository
class RequestErasureRepository implements PersonalDataRepository {
    private static final String OF_ORDER = "delete from arrival where shop = ? and order_number = ?";
    private static final String NEWEST = "select coalesce(max(id), 0) from arrival";
    private static final String WITH_ADDRESS =
            "select id from arrival where shop = ? and id > ? and instr(lower(body), lower(?)) > 0";
    private static final String FOUND = "delete from arrival where id in (select value from json_each(?))";

    /** An address as a shop's requests may hold it. */
    private record Place(String shop, String email) {}

    @Override
    public Erasure prepare(JdbcClient reader, List<OrderRow> orders) {
        Set<Place> lookedAt = places(orders);
        long newest = reader.sql(NEWEST).query(Long.class).single();
        Set<Long> found = new HashSet<>();
        lookedAt.forEach(place -> found.addAll(find(reader, place, 0)));
        return (db, before) -> {
            for (OrderRow row : before) {
                Order order = row.order();
                db.sql(OF_ORDER).params(order.shop(), order.number()).update();
            }
            Set<Long> all = new HashSet<>(found);
            for (Place place : places(before)) all.addAll(find(db, place, lookedAt.contains(place) ? newest : 0));
            db.sql(FOUND).param(Json.write(all)).update();
        };
    }

    private static Set<Place> places(List<OrderRow> orders) {
        return orders.stream()
                .map(OrderRow::order)
                .filter(o -> o.customer() != null && o.customer().email() != null)
                .map(o -> new Place(o.shop(), String.valueOf(o.customer().email())))
                .collect(Collectors.toSet());
    }

    private static List<Long> find(JdbcClient db, Place place, long after) {
        return db.sql(WITH_ADDRESS)
                .params(place.shop(), after, place.email())
                .query(Long.class)
                .list();
    }
}
