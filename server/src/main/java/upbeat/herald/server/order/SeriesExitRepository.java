package upbeat.herald.server.order;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Json;

/** Orders that somebody took out of a series. */
@Repository
public class SeriesExitRepository {
    private static final String FIND =
            "select order_id, series_id from series_exit where order_id in (select value from json_each(?))";
    private static final String INSERT = """
            insert into series_exit (order_id, series_id, at, left_by) values (?, ?, ?, ?) on conflict do nothing""";
    private static final String DELETE = "delete from series_exit where order_id = ? and series_id = ?";

    /** Ids of the series that each of these orders left. */
    public Map<Long, Set<String>> findByOrder(JdbcClient db, Collection<Long> orders) {
        Map<Long, Set<String>> left = new HashMap<>();
        db.sql(FIND).param(Json.write(orders)).query(rs -> {
            left.computeIfAbsent(rs.getLong(1), id -> new HashSet<>()).add(rs.getString(2));
        });
        return left;
    }

    /** @return false where it was out already */
    public boolean insert(JdbcClient db, long orderId, String seriesId, String by, Instant now) {
        return db.sql(INSERT).params(orderId, seriesId, now.toEpochMilli(), by).update() == 1;
    }

    /** @return false where it wasn't out */
    public boolean delete(JdbcClient db, long orderId, String seriesId) {
        return db.sql(DELETE).params(orderId, seriesId).update() == 1;
    }
}
