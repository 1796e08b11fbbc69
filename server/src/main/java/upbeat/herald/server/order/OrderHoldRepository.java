package upbeat.herald.server.order;

import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Orders about which nothing is sent until somebody releases them. */
@Repository
public class OrderHoldRepository {
    private static final String INSERT =
            "insert into order_hold (order_id, since, reason) values (?, ?, ?) on conflict do nothing";

    /** @param reason in words, for the order's page */
    public record Hold(Instant since, String reason) {}

    public Optional<Hold> find(JdbcClient db, long orderId) {
        return db.sql("select since, reason from order_hold where order_id = ?")
                .param(orderId)
                .query((rs, i) -> new Hold(Instant.ofEpochMilli(rs.getLong(1)), rs.getString(2)))
                .optional();
    }

    /** @return false where it was on hold already */
    public boolean insert(JdbcClient db, long orderId, String reason, Instant now) {
        return db.sql(INSERT).params(orderId, now.toEpochMilli(), reason).update() == 1;
    }

    /** @return false where it wasn't on hold */
    public boolean delete(JdbcClient db, long orderId) {
        return db.sql("delete from order_hold where order_id = ?")
                        .param(orderId)
                        .update()
                == 1;
    }
}
