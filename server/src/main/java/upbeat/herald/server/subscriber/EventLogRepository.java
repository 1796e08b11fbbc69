package upbeat.herald.server.subscriber;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.core.simple.JdbcClient.StatementSpec;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** What happened, and what became of each call that tells it. */
@Repository
class EventLogRepository {
    private static final TypeReference<Map<String, Object>> DETAIL = new TypeReference<>() {};
    private static final String SELECT = """
            select e.seq, e.at, e.kind, e.detail, o.shop, o.number, p.carrier, p.tracking_number
            from event_log e join shop_order o on o.id = e.order_id left join parcel p on p.id = e.parcel_id
            """;
    private static final String AFTER = SELECT + """
            where e.seq > :after and e.kind in (select value from json_each(:kinds)) order by e.seq limit :most""";
    private static final String RETRIES = SELECT + """
            where e.seq in (select d.seq from event_delivery d where d.subscriber = :subscriber
            and d.next_at is not null and d.next_at <= :now order by d.next_at limit :most) order by e.seq""";
    private static final String RECORD = """
            insert into event_delivery (subscriber, seq, at, attempts, state, said, next_at)
            values (:subscriber, :seq, :at, 1, :state, :said, :next)
            on conflict (subscriber, seq) do update set at = :at, attempts = attempts + 1, state = :state,
            said = :said, next_at = :next""";
    private static final String DELIVERIES = """
            select d.seq, d.at, d.attempts, d.state, d.said, d.next_at, e.kind, e.detail, o.shop, o.number
            from event_delivery d join event_log e on e.seq = d.seq join shop_order o on o.id = e.order_id
            where d.subscriber = ? order by d.seq desc limit ?""";
    private static final String AGAIN =
            "update event_delivery set state = 'waiting', attempts = 0, next_at = ? where subscriber = ? and seq = ?";

    /** @param detail what its kind says of it */
    record LoggedEvent(
            long seq,
            Instant at,
            EventKind kind,
            Map<String, Object> detail,
            String shop,
            String order,
            @Nullable String carrier,
            @Nullable String trackingNumber) {}

    /** @param nextAt when it is tried again, or null */
    record Delivery(
            long seq,
            Instant at,
            int attempts,
            String state,
            @Nullable String said,
            @Nullable Instant nextAt,
            EventKind kind,
            Map<String, Object> detail,
            String shop,
            String order) {}

    List<LoggedEvent> findAfter(JdbcClient db, long after, Collection<EventKind> kinds, int most) {
        return events(db.sql(AFTER)
                .param("after", after)
                .param("kinds", Json.write(kinds.stream().map(EventKind::code).toList()))
                .param("most", most));
    }

    List<LoggedEvent> findRetries(JdbcClient db, String subscriber, Instant now, int most) {
        return events(db.sql(RETRIES)
                .param("subscriber", subscriber)
                .param("now", now.toEpochMilli())
                .param("most", most));
    }

    private static List<LoggedEvent> events(StatementSpec asked) {
        return asked.query((rs, i) -> new LoggedEvent(
                        rs.getLong("seq"),
                        Columns.instant(rs, "at"),
                        EventKind.fromCode(rs.getString("kind")).orElseThrow(),
                        Json.read(rs.getString("detail"), DETAIL),
                        rs.getString("shop"),
                        rs.getString("number"),
                        rs.getString("carrier"),
                        rs.getString("tracking_number")))
                .list();
    }

    /** @param state {@code taken}, {@code waiting} or {@code failed}; {@code next} of another try, or null */
    void record(
            JdbcClient db, String subscriber, long seq, Instant at, String state, String said, @Nullable Instant next) {
        db.sql(RECORD)
                .param("subscriber", subscriber)
                .param("seq", seq)
                .param("at", at.toEpochMilli())
                .param("state", state)
                .param("said", said)
                .param("next", next == null ? null : next.toEpochMilli())
                .update();
    }

    int findAttempts(JdbcClient db, String subscriber, long seq) {
        return db.sql("select attempts from event_delivery where subscriber = ? and seq = ?")
                .params(subscriber, seq)
                .query(Integer.class)
                .optional()
                .orElse(0);
    }

    /** The newest first. */
    List<Delivery> findDeliveries(JdbcClient db, String subscriber, int most) {
        return db.sql(DELIVERIES)
                .params(subscriber, most)
                .query((rs, i) -> new Delivery(
                        rs.getLong("seq"),
                        Columns.instant(rs, "at"),
                        rs.getInt("attempts"),
                        rs.getString("state"),
                        rs.getString("said"),
                        Columns.nullableInstant(rs, "next_at"),
                        EventKind.fromCode(rs.getString("kind")).orElseThrow(),
                        Json.read(rs.getString("detail"), DETAIL),
                        rs.getString("shop"),
                        rs.getString("number")))
                .list();
    }

    boolean sendAgain(JdbcClient db, String subscriber, long seq, Instant now) {
        return db.sql(AGAIN).params(now.toEpochMilli(), subscriber, seq).update() == 1;
    }

    /** How many events a subscriber hasn't been told of yet. */
    long countBehind(JdbcClient db, Subscriber s) {
        return db.sql("select count(*) from event_log where seq > ? and kind in (select value from json_each(?))")
                .params(
                        s.cursor(),
                        Json.write(s.kinds().stream().map(EventKind::code).toList()))
                .query(Long.class)
                .single();
    }

    /** The last event there is. */
    long findHead(JdbcClient db) {
        return db.sql("select coalesce(max(seq), 0) from event_log")
                .query(Long.class)
                .single();
    }

    /** The earliest moment a replay can begin at, or empty where nothing is kept. */
    Optional<Instant> findFirst(JdbcClient db) {
        return db.sql("select at from event_log order by seq limit 1")
                .query(Long.class)
                .optional()
                .map(Instant::ofEpochMilli);
    }
}
