package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.SearchTerms;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Json;

/** The word index of orders (SQLite FTS5), kept in the transaction that changes an order. */
@Repository
public class SearchIndexRepository {
    private static final String TRACKING_NUMBERS = """
            select tracking_number from parcel where order_id = :id
            union all
            select l.tracking_number from parcel_leg l join parcel p on p.id = l.parcel_id where p.order_id = :id
            union all
            select number from customer_return where order_id = :id""";

    private static final String TRACKING_NUMBERS_OF_MANY = """
            select order_id, tracking_number from parcel where order_id in (select value from json_each(:ids))
            union all
            select p.order_id, l.tracking_number from parcel p join parcel_leg l on l.parcel_id = p.id
            where p.order_id in (select value from json_each(:ids))
            union all
            select order_id, number from customer_return where order_id in (select value from json_each(:ids))""";
    private static final String SEARCH =
            "select rowid from order_search where words match ? order by rowid desc limit ?";
    private static final String INDEX = "insert or replace into order_search (rowid, words) values (?, ?)";

    /** Brings an order's words up to date. */
    public void index(JdbcClient db, long id, Order order) {
        index(
                db,
                id,
                order,
                db.sql(TRACKING_NUMBERS).param("id", id).query(String.class).list());
    }

    /** The same, where the tracking numbers are at hand. */
    public void index(JdbcClient db, long id, Order order, List<String> numbers) {
        db.sql(INDEX).params(id, SearchTerms.termsOf(order, numbers)).update();
    }

    /** Brings the words of many orders up to date, after their parcels were written. */
    public void index(JdbcClient db, Map<Long, Order> orders) {
        Map<Long, List<String>> numbers = new HashMap<>();
        db.sql(TRACKING_NUMBERS_OF_MANY)
                .param("ids", Json.write(orders.keySet()))
                .query((ResultSet rs) -> {
                    numbers.computeIfAbsent(rs.getLong(1), id -> new ArrayList<>())
                            .add(rs.getString(2));
                });
        BatchUpdate.execute(
                db,
                INDEX,
                orders.entrySet().stream()
                        .map(o -> new Object[] {
                            o.getKey(), SearchTerms.termsOf(o.getValue(), numbers.getOrDefault(o.getKey(), List.of()))
                        })
                        .toList());
    }

    /** Orders that a person's search finds, the newest first. @return none where it holds nothing to look for */
    public List<Long> find(JdbcClient db, String search, int most) {
        String words = SearchTerms.toQuery(search);
        return words == null
                ? List.of()
                : db.sql(SEARCH).params(words, most).query(Long.class).list();
    }

    void deleteAll(JdbcClient db) {
        db.sql("insert into order_search (order_search) values ('delete-all')").update();
    }

    private record StoredOrder(long id, String body) {}

    /**
     * Indexes some orders. @param after the last id that is done. @return the last id that is done now; the same at the
     * end
     */
    long indexNext(JdbcClient db, long after, int most) {
        List<StoredOrder> page = db.sql("select id, body from shop_order where id > ? order by id limit ?")
                .params(after, most)
                .query((rs, i) -> new StoredOrder(rs.getLong(1), rs.getString(2)))
                .list();
        page.forEach(o -> index(db, o.id(), FlatOrder.read(o.body())));
        return page.isEmpty() ? after : page.get(page.size() - 1).id();
    }
}
