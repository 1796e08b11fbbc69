package upbeat.herald.server.subscriber;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** Who is told, and how far each has come. */
@Repository
class SubscriberRepository {
    private static final TypeReference<List<String>> KINDS = new TypeReference<>() {};
    private static final String SELECT = "select * from event_subscriber ";
    private static final String INSERT = """
            insert into event_subscriber (id, name, url, kinds, live, secret, cursor, created_at)
            values (?, ?, ?, ?, ?, ?, coalesce((select max(seq) from event_log), 0), ?)""";
    private static final String UPDATE =
            "update event_subscriber set name = ?, url = ?, kinds = ?, live = ?, next_at = null where id = ?";
    private static final String RENEW = """
            update event_subscriber set secret_before = secret, before_until = ?, secret = ? where id = ?""";
    private static final String ADVANCE = """
            update event_subscriber set cursor = max(cursor, ?), failures = ?, next_at = ? where id = ?""";
    /** The first event of that time and all after it are told again. */
    private static final String REPLAY = """
            update event_subscriber set failures = 0, next_at = null, cursor = min(cursor,
            coalesce((select min(seq) - 1 from event_log where at >= ?), cursor)) where id = ?""";

    List<Subscriber> findAll(JdbcClient db) {
        return db.sql(SELECT + "order by created_at, id")
                .query(SubscriberRepository::mapRow)
                .list();
    }

    Optional<Subscriber> find(JdbcClient db, String id) {
        return db.sql(SELECT + "where id = ?")
                .param(id)
                .query(SubscriberRepository::mapRow)
                .optional();
    }

    /** One that is told of what comes from now on. */
    void insert(JdbcClient db, Subscriber s, Instant now) {
        db.sql(INSERT)
                .params(
                        s.id(),
                        s.name(),
                        s.url(),
                        codes(s),
                        s.isLive() ? 1 : 0,
                        s.secrets().current(),
                        now.toEpochMilli())
                .update();
    }

    boolean update(JdbcClient db, Subscriber s) {
        return db.sql(UPDATE)
                        .params(s.name(), s.url(), codes(s), s.isLive() ? 1 : 0, s.id())
                        .update()
                == 1;
    }

    void renewSecret(JdbcClient db, String id, String encrypted, Instant beforeUntil) {
        db.sql(RENEW).params(beforeUntil.toEpochMilli(), encrypted, id).update();
    }

    boolean delete(JdbcClient db, String id) {
        return db.sql("delete from event_subscriber where id = ?").param(id).update() == 1;
    }

    /** @param seq what was tried; {@code nextAt} not called before, or null */
    void advance(JdbcClient db, String id, long seq, int failures, @Nullable Instant nextAt) {
        db.sql(ADVANCE)
                .params(seq, failures, nextAt == null ? null : nextAt.toEpochMilli(), id)
                .update();
    }

    void replay(JdbcClient db, String id, Instant since) {
        db.sql(REPLAY).params(since.toEpochMilli(), id).update();
    }

    private static String codes(Subscriber s) {
        return Json.write(s.kinds().stream().map(EventKind::code).toList());
    }

    private static Subscriber mapRow(ResultSet rs, int i) throws SQLException {
        return new Subscriber(
                rs.getString("id"),
                rs.getString("name"),
                rs.getString("url"),
                Json.read(rs.getString("kinds"), KINDS).stream()
                        .flatMap(k -> EventKind.fromCode(k).stream())
                        .toList(),
                rs.getInt("live") == 1,
                new Subscriber.Secrets(
                        rs.getString("secret"),
                        rs.getString("secret_before"),
                        Columns.nullableInstant(rs, "before_until")),
                rs.getLong("cursor"),
                rs.getInt("failures"),
                Columns.nullableInstant(rs, "next_at"));
    }
}
