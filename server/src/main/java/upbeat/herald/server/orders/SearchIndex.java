package upbeat.herald.server.orders;

import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.SearchWords;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.SettingStore;
import upbeat.herald.server.storage.Writer;

/**
 * The word index of orders (SQLite FTS5), kept in the transaction that changes an order. Made anew at a start where its
 * words changed.
 */
@Component
public class SearchIndex implements InitializingBean {
    private static final Logger LOG = LoggerFactory.getLogger(SearchIndex.class);
    private static final String SETTING = "search.words";
    private static final int TOGETHER = 2_000;
    private static final String NUMBERS =
            "select tracking_number from parcel where order_id = :id union all select l.tracking_number from parcel_leg l join parcel p on p.id = l.parcel_id where p.order_id = :id";
    private final SettingStore settings;
    private final Writer writer;

    SearchIndex(SettingStore settings, Writer writer) {
        this.settings = settings;
        this.writer = writer;
    }

    @Override
    public void afterPropertiesSet() {
        if (writer.write(db ->
                settings.find(db, SETTING).filter(SearchWords.VERSION::equals).isPresent())) return;
        writer.write(db -> db.sql("insert into order_search (order_search) values ('delete-all')")
                .update());
        long after = 0;
        int made = 0;
        while (true) {
            long from = after;
            record Body(long id, String body) {}
            List<Body> page = writer.write(db -> {
                List<Body> some = db.sql("select id, body from shop_order where id > ? order by id limit ?")
                        .params(from, TOGETHER)
                        .query((rs, i) -> new Body(rs.getLong(1), rs.getString(2)))
                        .list();
                some.forEach(b -> put(db, b.id(), Json.read(b.body(), Order.class)));
                return some;
            });
            if (page.isEmpty()) break;
            after = page.get(page.size() - 1).id();
            made += page.size();
            if (made % 100_000 == 0) LOG.info("The search index is being made: {} orders", made);
        }
        writer.write(db -> {
            settings.put(db, SETTING, SearchWords.VERSION);
            return null;
        });
    }

    /** Brings an order's words up to date. */
    public void put(JdbcClient db, long id, Order order) {
        put(db, id, order, db.sql(NUMBERS).param("id", id).query(String.class).list());
    }

    /** The same, where the tracking numbers are at hand. */
    public void put(JdbcClient db, long id, Order order, List<String> numbers) {
        db.sql("insert or replace into order_search (rowid, words) values (?, ?)")
                .params(id, SearchWords.of(order, numbers))
                .update();
    }
}
