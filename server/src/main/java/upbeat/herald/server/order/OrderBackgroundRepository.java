package upbeat.herald.server.order;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** What conditions ask about orders beside their documents. */
@Repository
public class OrderBackgroundRepository {
    private static final String CARRIERS =
            "select order_id, carrier from parcel where order_id in (select value from json_each(?))";
    private static final String TAGS =
            "select order_id, tag from order_tag where order_id in (select value from json_each(?)) and removed_at is null";
    private static final String REMOVED_TAGS = """
            select order_id, tag from order_tag
            where order_id in (select value from json_each(?)) and removed_at is not null""";
    private static final String DISPATCHED = """
            select order_id, min(at) from stage_reached where order_id in (select value from json_each(?)) and stage = ?
            group by order_id""";
    /** The first row found in an index of addresses is enough. */
    private static final String RETURNING = """
            select o.id from json_each(?) j cross join shop_order o on o.id = j.value
            where o.email is not null and exists (
                select 1 from shop_order e where e.email is not null and lower(e.email) = lower(o.email)
                and (e.placed_at < o.placed_at or e.placed_at = o.placed_at and e.id < o.id))
            or o.phone is not null and exists (
                select 1 from shop_order e where e.phone is not null and e.phone = o.phone
                and (e.placed_at < o.placed_at or e.placed_at = o.placed_at and e.id < o.id))""";

    /** The first in the index is enough, however many orders a customer has. */
    static final String NEXT = """
            select o.id, (select min(e.placed_at) from shop_order e where e.email is not null
                and lower(e.email) = lower(o.email) and e.placed_at > o.placed_at) as at
            from json_each(?1) j cross join shop_order o on o.id = j.value where o.email is not null
            union all
            select o.id, (select min(e.placed_at) from shop_order e where e.phone is not null
                and e.phone = o.phone and e.placed_at > o.placed_at)
            from json_each(?1) j cross join shop_order o on o.id = j.value where o.phone is not null""";

    /**
     * When the same customer ordered again. @return by the id of the earlier order; those without a next are left out
     */
    public Map<Long, Instant> findNextOrders(JdbcClient db, Collection<Long> orders) {
        Map<Long, Instant> next = new HashMap<>();
        db.sql(NEXT).param(Json.write(orders)).query(rs -> {
            Instant at = Columns.nullableInstant(rs, "at");
            if (at != null) next.merge(rs.getLong(1), at, (a, b) -> a.isBefore(b) ? a : b);
        });
        return next;
    }

    /** @param sent ids of the notices that sent something, by order id */
    public Map<Long, OrderBackground> find(JdbcClient db, Collection<Long> orders, Map<Long, Set<String>> sent) {
        String ids = Json.write(orders);
        Map<Long, Set<String>> carriers = collect(db, CARRIERS, ids);
        Map<Long, Set<String>> tags = collect(db, TAGS, ids);
        Map<Long, Set<String>> removed = collect(db, REMOVED_TAGS, ids);
        Set<Long> returning =
                new HashSet<>(db.sql(RETURNING).param(ids).query(Long.class).list());
        Map<Long, Instant> dispatched = new HashMap<>();
        db.sql(DISPATCHED).params(ids, Stage.DISPATCHED.code()).query(rs -> {
            dispatched.put(rs.getLong(1), Instant.ofEpochMilli(rs.getLong(2)));
        });
        Map<Long, Instant> next = findNextOrders(db, orders);
        Map<Long, OrderBackground> found = new HashMap<>();
        for (Long id : orders)
            found.put(
                    id,
                    new OrderBackground(
                            carriers.getOrDefault(id, Set.of()),
                            tags.getOrDefault(id, Set.of()),
                            removed.getOrDefault(id, Set.of()),
                            returning.contains(id),
                            next.containsKey(id),
                            dispatched.get(id),
                            sent.getOrDefault(id, Set.of())));
        return found;
    }

    private static Map<Long, Set<String>> collect(JdbcClient db, String sql, String ids) {
        Map<Long, Set<String>> found = new HashMap<>();
        db.sql(sql).param(ids).query(rs -> {
            found.computeIfAbsent(rs.getLong(1), id -> new HashSet<>()).add(rs.getString(2));
        });
        return found;
    }
}
