package upbeat.herald.server.rehearsal;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.PersonalDataRepository;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Json;

/** Orders of files that were rehearsed. They go with their rehearsal. */
@Repository
class RehearsalFileRepository implements PersonalDataRepository {
    private static final String INSERT =
            "insert into rehearsal_order (rehearsal_id, order_id, shop, number, story) values (?, ?, ?, ?, ?)";
    private static final String IDS = "select order_id from rehearsal_order where rehearsal_id = ? order by order_id";
    private static final String FIND = """
            select order_id, story from rehearsal_order where rehearsal_id = ?
            and order_id in (select value from json_each(?)) order by order_id""";
    private static final String FIND_ONE =
            "select order_id, story from rehearsal_order where rehearsal_id = ? and shop = ? and number = ?";
    private static final String NAMES = """
            select order_id, shop, number from rehearsal_order where rehearsal_id = ?
            and order_id in (select value from json_each(?))""";

    record KeptStory(long id, FileStory story) {}

    void insert(JdbcClient db, String rehearsalId, List<FileStory> stories) {
        List<Object[]> rows = new ArrayList<>(stories.size());
        for (FileStory s : stories) {
            Order order = s.story().order();
            rows.add(new Object[] {
                rehearsalId, FileStory.FIRST_ID + rows.size(), order.shop(), order.number(), Json.write(s)
            });
        }
        BatchUpdate.execute(db, INSERT, rows);
    }

    /** Of all its orders; empty where it isn't one of a file. */
    List<Long> findIds(JdbcClient db, String rehearsalId) {
        return db.sql(IDS).param(rehearsalId).query(Long.class).list();
    }

    List<KeptStory> find(JdbcClient db, String rehearsalId, Collection<Long> ids) {
        return db.sql(FIND)
                .params(rehearsalId, Json.write(ids))
                .query((rs, i) -> new KeptStory(rs.getLong(1), Json.read(rs.getString(2), FileStory.class)))
                .list();
    }

    Optional<KeptStory> find(JdbcClient db, String rehearsalId, String shop, String number) {
        return db.sql(FIND_ONE)
                .params(rehearsalId, shop, number)
                .query((rs, i) -> new KeptStory(rs.getLong(1), Json.read(rs.getString(2), FileStory.class)))
                .optional();
    }

    Map<String, RehearsalService.OrderRef> findNames(JdbcClient db, String rehearsalId, Collection<Long> ids) {
        Map<String, RehearsalService.OrderRef> names = new TreeMap<>();
        db.sql(NAMES).params(rehearsalId, Json.write(ids)).query(rs -> {
            names.put(Long.toString(rs.getLong(1)), new RehearsalService.OrderRef(rs.getString(2), rs.getString(3)));
        });
        return names;
    }

    @Override
    public Erasure prepare(JdbcClient reader, List<OrderRow> orders) {
        return this::erase;
    }

    private void erase(JdbcClient db, List<OrderRow> orders) {
        for (OrderRow row : orders)
            db.sql("delete from rehearsal_order where shop = ? and number = ?")
                    .params(row.order().shop(), row.order().number())
                    .update();
    }
}
