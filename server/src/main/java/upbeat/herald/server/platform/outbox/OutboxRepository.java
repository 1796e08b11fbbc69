package upbeat.herald.server.platform.outbox;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** What is to be told, and what became of it. */
@Repository
public class OutboxRepository {
    private static final String INSERT = """
            insert into outbox (id, kind, target, order_id, title, body, created_at, next_at)
            values (?, ?, ?, ?, ?, ?, ?, ?)""";
    private static final String DUE = """
            select * from outbox where kind = ? and next_at is not null and next_at <= ? order by next_at, seq limit ?""";
    private static final String CLAIM = """
            update outbox set attempts = attempts + 1, next_at = ?, last_at = ?
            where id = ? and attempts = ? and next_at is not null""";
    private static final String RECORD =
            "update outbox set next_at = ?, taken = ?, said = ? where id = ? and attempts = ?";
    private static final String BY_TARGET =
            "select * from outbox where kind = ? and target is ? order by seq desc limit ?";
    private static final String BY_ORDER = "select * from outbox where order_id = ? order by seq";
    /** Sent again by hand it has all its attempts again. */
    private static final String AGAIN = """
            update outbox set next_at = ?, attempts = 0, taken = 0, said = null where id = ? and kind = ? and target is ?""";

    private static final String NEXT = """
            select min(next_at) as at from outbox where next_at is not null and next_at > ?
            having min(next_at) is not null""";
    private static final String ERASE =
            "update outbox set body = '', next_at = null where order_id in (select value from json_each(?))";

    /**
     * @param attempts begun so far; {@code nextAt} null where it has ended
     * @param said what the other side said last, or null
     */
    public record OutboxRow(
            OutboxItem item,
            int attempts,
            @Nullable Instant nextAt,
            @Nullable Instant lastAt,
            boolean taken,
            @Nullable String said) {}

    void insert(JdbcClient db, OutboxItem item) {
        db.sql(INSERT)
                .params(
                        item.id(),
                        item.kind(),
                        item.target(),
                        item.orderId(),
                        item.title(),
                        item.body(),
                        item.createdAt().toEpochMilli(),
                        item.createdAt().toEpochMilli())
                .update();
    }

    List<OutboxRow> findDue(JdbcClient db, String kind, Instant now, int most) {
        return db.sql(DUE)
                .params(kind, now.toEpochMilli(), most)
                .query(OutboxRepository::row)
                .list();
    }

    /**
     * @param again when it is looked at if nobody says how this attempt ended. @return false where it isn't as it was
     */
    boolean claim(JdbcClient db, OutboxRow row, Instant again, Instant now) {
        return db.sql(CLAIM)
                        .params(
                                again.toEpochMilli(),
                                now.toEpochMilli(),
                                row.item().id(),
                                row.attempts())
                        .update()
                == 1;
    }

    /** The next moment after {@code after} at which something is tried again, or empty. */
    public Optional<Instant> findNextDue(JdbcClient db, Instant after) {
        return db.sql(NEXT)
                .param(after.toEpochMilli())
                .query((rs, i) -> Columns.instant(rs, "at"))
                .optional();
    }

    /** @param attempts how many were begun; where there was another since, nothing is recorded */
    void record(JdbcClient db, String id, int attempts, boolean taken, String said, @Nullable Instant nextAt) {
        db.sql(RECORD)
                .params(nextAt == null ? null : nextAt.toEpochMilli(), taken ? 1 : 0, said, id, attempts)
                .update();
    }

    public Optional<OutboxRow> find(JdbcClient db, String id) {
        return db.sql("select * from outbox where id = ?")
                .param(id)
                .query(OutboxRepository::row)
                .optional();
    }

    /** The newest of a kind and target. */
    public List<OutboxRow> findByTarget(JdbcClient db, String kind, @Nullable String target, int most) {
        return db.sql(BY_TARGET)
                .params(kind, target, most)
                .query(OutboxRepository::row)
                .list();
    }

    /** About an order, the oldest first. */
    public List<OutboxRow> findByOrder(JdbcClient db, long orderId) {
        return db.sql(BY_ORDER).param(orderId).query(OutboxRepository::row).list();
    }

    /** @return false where there is no such item */
    public boolean sendAgain(JdbcClient db, String id, String kind, @Nullable String target, Instant now) {
        return db.sql(AGAIN).params(now.toEpochMilli(), id, kind, target).update() == 1;
    }

    /** Forgets what was told about these orders, and tells no more of it. */
    public void erase(JdbcClient db, Collection<Long> orders) {
        db.sql(ERASE).param(Json.write(orders)).update();
    }

    private static OutboxRow row(ResultSet rs, int i) throws SQLException {
        long order = rs.getLong("order_id");
        Long orderId = rs.wasNull() ? null : Long.valueOf(order);
        return new OutboxRow(
                new OutboxItem(
                        rs.getString("id"),
                        rs.getString("kind"),
                        rs.getString("target"),
                        orderId,
                        rs.getString("title"),
                        rs.getString("body"),
                        Instant.ofEpochMilli(rs.getLong("created_at"))),
                rs.getInt("attempts"),
                Columns.nullableInstant(rs, "next_at"),
                Columns.nullableInstant(rs, "last_at"),
                rs.getInt("taken") == 1,
                rs.getString("said"));
    }
}
