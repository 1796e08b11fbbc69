package upbeat.herald.server.reach;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.order.FlatOrder;

/** Orders with all that conditions may ask of them, read in a few passes: one by one it would take minutes. */
@Repository
class OrderSampleRepository {
    private static final String ORDERS =
            "select id, body from shop_order where placed_at >= ? order by placed_at desc, id desc limit ?";
    private static final String OF_THEM = " from shop_order o indexed by order_by_placed ";
    private static final String PARCELS =
            "select p.order_id, p.carrier" + OF_THEM + "join parcel p on p.order_id = o.id where o.placed_at >= ?";
    private static final String TAGS = "select t.order_id, t.tag" + OF_THEM
            + "join order_tag t on t.order_id = o.id where o.placed_at >= ? and t.removed_at is null";
    private static final String REMOVED_TAGS = "select t.order_id, t.tag" + OF_THEM
            + "join order_tag t on t.order_id = o.id where o.placed_at >= ? and t.removed_at is not null";
    private static final String ANSWERS = "select a.order_id, a.notice_id, a.button" + OF_THEM
            + "join answer a on a.order_id = o.id where o.placed_at >= ?";
    private static final String SENT = "select m.order_id, m.notice_id" + OF_THEM
            + "join message m on m.order_id = o.id where o.placed_at >= ?"
            + " and m.status not in ('withheld', 'cancelled', 'failed')";
    /** The plus keeps SQLite from walking over all visits to the stage for each order. */
    private static final String DISPATCHED = "select r.order_id, r.at" + OF_THEM
            + "join stage_reached r on r.order_id = o.id and +r.stage = ? where o.placed_at >= ?";

    private static final String CONTACTS = """
            select id, lower(email), phone from shop_order where email is not null or phone is not null
            order by placed_at, id""";

    /** The newest orders since a moment, without what nobody asks about. */
    List<OrderFacts> findSince(JdbcClient db, Instant since, int most) {
        long from = since.toEpochMilli();
        record Read(long id, Order order) {}
        Slimmer slimmer = new Slimmer();
        List<Read> read = db.sql(ORDERS)
                .params(from, most)
                .query((rs, i) -> new Read(rs.getLong(1), slimmer.slim(FlatOrder.read(rs.getString(2)))))
                .list();
        Map<Long, List<String>> carriers = new HashMap<>();
        db.sql(PARCELS).param(from).query(rs -> {
            carriers.computeIfAbsent(rs.getLong(1), id -> new ArrayList<>(1)).add(slimmer.intern(rs.getString(2)));
        });
        Map<Long, Set<String>> tags = collect(db, TAGS, from, slimmer);
        Map<Long, Set<String>> removedTags = collect(db, REMOVED_TAGS, from, slimmer);
        Map<Long, Set<String>> sent = collect(db, SENT, from, slimmer);
        Map<Long, Map<String, String>> answers = new HashMap<>();
        db.sql(ANSWERS).param(from).query(rs -> {
            answers.computeIfAbsent(rs.getLong(1), id -> new HashMap<>())
                    .put(slimmer.intern(rs.getString(2)), slimmer.intern(rs.getString(3)));
        });
        Map<Long, Instant> dispatched = new HashMap<>();
        db.sql(DISPATCHED).params(Stage.DISPATCHED.code(), from).query(rs -> {
            dispatched.merge(rs.getLong(1), Instant.ofEpochMilli(rs.getLong(2)), (a, b) -> a.isBefore(b) ? a : b);
        });
        Set<Long> returning = findReturning(db, read.stream().map(Read::id).toList());
        return read.stream()
                .map(r -> {
                    List<String> with = carriers.getOrDefault(r.id(), List.of());
                    Set<String> distinct = Set.copyOf(with);
                    return new OrderFacts(
                            r.order(),
                            distinct,
                            with.size(),
                            new OrderBackground(
                                    distinct,
                                    tags.getOrDefault(r.id(), Set.of()),
                                    removedTags.getOrDefault(r.id(), Set.of()),
                                    returning.contains(r.id()),
                                    false, // no condition asks for it
                                    dispatched.get(r.id()),
                                    sent.getOrDefault(r.id(), Set.of())),
                            answers.getOrDefault(r.id(), Map.of()));
                })
                .toList();
    }

    /** Whose customer ordered before: every contact is seen once, the oldest order first. */
    private static Set<Long> findReturning(JdbcClient db, Collection<Long> wanted) {
        Set<Long> ids = new HashSet<>(wanted);
        Set<String> seen = new HashSet<>();
        Set<Long> returning = new HashSet<>();
        db.sql(CONTACTS).query(rs -> {
            String email = rs.getString(2);
            String phone = rs.getString(3);
            boolean knownEmail = email != null && !seen.add(email);
            boolean knownPhone = phone != null && !seen.add(phone);
            if ((knownEmail || knownPhone) && ids.contains(rs.getLong(1))) returning.add(rs.getLong(1));
        });
        return returning;
    }

    private static Map<Long, Set<String>> collect(JdbcClient db, String sql, long from, Slimmer slimmer) {
        Map<Long, Set<String>> found = new HashMap<>();
        db.sql(sql).param(from).query(rs -> {
            found.computeIfAbsent(rs.getLong(1), id -> new HashSet<>(2)).add(slimmer.intern(rs.getString(2)));
        });
        return found;
    }

    /** Leaves out what no condition asks for, and keeps each text once. */
    private static final class Slimmer {
        private final Map<String, String> texts = new HashMap<>();

        String intern(String text) {
            return texts.computeIfAbsent(text, t -> t);
        }

        private @Nullable String internNullable(@Nullable String text) {
            return text == null ? null : intern(text);
        }

        Order slim(Order o) {
            Order.Customer who = o.customer();
            Order.ShipTo to = o.shipTo();
            List<Order.Item> items = o.purchase().items().stream()
                    .map(i ->
                            new Order.Item(internNullable(i.sku()), internNullable(i.name()), i.quantity(), null, null))
                    .toList();
            return new Order(
                    intern(o.shop()),
                    o.number(),
                    o.placedAt(),
                    who == null
                            ? null
                            : new Order.Customer(null, who.email(), who.phone(), internNullable(who.language())),
                    to == null
                            ? null
                            : new Order.ShipTo(
                                    null,
                                    null,
                                    null,
                                    internNullable(to.region()),
                                    internNullable(to.postcode()),
                                    internNullable(to.country())),
                    new Order.Purchase(
                            o.purchase().payment(),
                            internNullable(o.purchase().currency()),
                            o.purchase().total(),
                            items),
                    o.consent(),
                    o.tags());
        }
    }
}
