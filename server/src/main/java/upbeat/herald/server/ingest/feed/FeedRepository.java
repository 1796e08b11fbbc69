package upbeat.herald.server.ingest.feed;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** Where files come from by themselves, and what each asking came to. */
@Repository
class FeedRepository {
    private static final String COLUMNS =
            "select id, name, kind, shop, holds, carrier, place, schedule, at_time, zone, watch, live, next_at, last_hash from feed ";
    private static final String INSERT = """
            insert into feed (name, kind, shop, holds, carrier, place, schedule, at_time, zone, watch, live, next_at,
            created_at) values (:name, :kind, :shop, :holds, :carrier, :place, :schedule, :at, :zone, :watch, :live,
            :next, :created) returning id""";
    private static final String UPDATE = """
            update feed set name = :name, kind = :kind, shop = :shop, holds = :holds, carrier = :carrier,
            place = :place, schedule = :schedule, at_time = :at, zone = :zone, watch = :watch, live = :live,
            next_at = :next where id = :id""";
    private static final String RUN =
            "select id, feed_id, began_at, tries, next_at, ended_at, ended_by, summary from feed_run ";

    /** @param nextAt when the next run begins, or null */
    record Feed(
            long id,
            String name,
            FeedSource source,
            FeedContent content,
            FeedTiming timing,
            @Nullable Instant nextAt,
            @Nullable String lastHash) {
        Feed withNextAt(@Nullable Instant next) {
            return new Feed(id, name, source, content, timing, next, lastHash);
        }
    }

    record Run(
            long id,
            long feedId,
            Instant beganAt,
            int tries,
            @Nullable Instant nextAt,
            @Nullable Instant endedAt,
            String endedBy,
            String summary) {}

    List<Feed> findAll(JdbcClient db) {
        return db.sql(COLUMNS + "order by name").query(FeedRepository::feed).list();
    }

    Optional<Feed> find(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?")
                .param(id)
                .query(FeedRepository::feed)
                .optional();
    }

    long insert(JdbcClient db, Feed f, Instant now) {
        return db.sql(INSERT)
                .params(values(f))
                .param("created", now.toEpochMilli())
                .query(Long.class)
                .single();
    }

    void update(JdbcClient db, Feed f) {
        db.sql(UPDATE).params(values(f)).param("id", f.id()).update();
    }

    private static Map<String, @Nullable Object> values(Feed f) {
        Map<String, @Nullable Object> values = new HashMap<>();
        values.put("name", f.name());
        values.put("kind", f.source().kind());
        values.put("place", f.source().place());
        values.put("shop", f.content().shop());
        values.put("holds", f.content().holds());
        values.put("carrier", f.content().carrier());
        values.put("schedule", f.timing().schedule());
        values.put("at", f.timing().atTime());
        values.put("zone", f.timing().zone());
        values.put("watch", Json.write(f.timing().watch()));
        values.put("live", f.timing().live() ? 1 : 0);
        values.put("next", Columns.millis(f.nextAt()));
        return values;
    }

    void remove(JdbcClient db, long id) {
        db.sql("delete from feed where id = ?").param(id).update();
    }

    void updateNextRun(JdbcClient db, long id, boolean live, @Nullable Instant next) {
        db.sql("update feed set live = ?, next_at = ? where id = ?")
                .params(live ? 1 : 0, Columns.millis(next), id)
                .update();
    }

    void updateHash(JdbcClient db, long id, String hash) {
        db.sql("update feed set last_hash = ? where id = ?").params(hash, id).update();
    }

    /** Feeds whose next run is due and that have none going on. */
    List<Feed> toBegin(JdbcClient db, Instant now) {
        return db.sql(
                        COLUMNS
                                + "where live = 1 and next_at <= ? and not exists (select 1 from feed_run r where r.feed_id = feed.id and r.ended_at is null)")
                .param(now.toEpochMilli())
                .query(FeedRepository::feed)
                .list();
    }

    Optional<Run> beginRun(JdbcClient db, long feedId, Instant now) {
        if (db.sql("select count(*) from feed_run where feed_id = ? and ended_at is null")
                        .param(feedId)
                        .query(Long.class)
                        .single()
                > 0) return Optional.empty();
        long id = db.sql("insert into feed_run (feed_id, began_at, next_at) values (?, ?, ?) returning id")
                .params(feedId, now.toEpochMilli(), now.toEpochMilli())
                .query(Long.class)
                .single();
        return db.sql(RUN + "where id = ?").param(id).query(FeedRepository::run).optional();
    }

    List<Run> findDue(JdbcClient db, Instant now) {
        return db.sql(RUN + "where ended_at is null and next_at <= ?")
                .param(now.toEpochMilli())
                .query(FeedRepository::run)
                .list();
    }

    List<Run> findLatest(JdbcClient db, long feedId, int most) {
        return db.sql(RUN + "where feed_id = ? order by id desc limit ?")
                .params(feedId, most)
                .query(FeedRepository::run)
                .list();
    }

    /** Row count 0: somebody stopped it meanwhile. */
    boolean recordAttempt(
            JdbcClient db,
            long runId,
            int tries,
            @Nullable Instant next,
            Watch.@Nullable End end,
            @Nullable String summary,
            Instant now) {
        return db.sql(
                                "update feed_run set tries = ?, next_at = ?, ended_at = ?, ended_by = ?, summary = ? where id = ? and ended_at is null")
                        .params(
                                tries,
                                Columns.millis(next),
                                end == null ? null : now.toEpochMilli(),
                                end == null ? null : end.code(),
                                summary,
                                runId)
                        .update()
                == 1;
    }

    boolean stopRun(JdbcClient db, long feedId, Instant now) {
        return db.sql(
                                "update feed_run set ended_at = ?, ended_by = ?, next_at = null where feed_id = ? and ended_at is null")
                        .params(now.toEpochMilli(), Watch.End.STOPPED.code(), feedId)
                        .update()
                == 1;
    }

    private static Feed feed(ResultSet rs, int i) throws SQLException {
        return new Feed(
                rs.getLong("id"),
                rs.getString("name"),
                new FeedSource(rs.getString("kind"), rs.getString("place")),
                new FeedContent(rs.getString("holds"), rs.getString("shop"), rs.getString("carrier")),
                new FeedTiming(
                        rs.getString("schedule"),
                        rs.getString("at_time"),
                        rs.getString("zone"),
                        Json.read(rs.getString("watch"), Watch.class),
                        rs.getInt("live") == 1),
                Columns.nullableInstant(rs, "next_at"),
                rs.getString("last_hash"));
    }

    private static Run run(ResultSet rs, int i) throws SQLException {
        return new Run(
                rs.getLong("id"),
                rs.getLong("feed_id"),
                Columns.instant(rs, "began_at"),
                rs.getInt("tries"),
                Columns.nullableInstant(rs, "next_at"),
                Columns.nullableInstant(rs, "ended_at"),
                rs.getString("ended_by"),
                rs.getString("summary"));
    }
}
