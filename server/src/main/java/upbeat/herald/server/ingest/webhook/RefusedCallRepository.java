package upbeat.herald.server.ingest.webhook;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/**
 * Calls that were not let in, counted by reason, without anything of what they brought. So a shop that is set up wrong
 * shows, and a flood of calls takes no more room than one.
 */
@Repository
class RefusedCallRepository extends ExpiringDataRepository {
    private static final String EXPIRED = """
            delete from refused_call where rowid in (
              select rowid from refused_call where last_at < ? order by last_at limit ?)""";
    private static final String ADD = """
            insert into refused_call (shop, reason, calls, first_at, last_at) values (?, ?, ?, ?, ?)
            on conflict (shop, reason) do update set calls = calls + excluded.calls, last_at = excluded.last_at""";

    RefusedCallRepository(RetentionProperties keep) {
        super("refused calls of shops", keep.requests(), EXPIRED);
    }

    /** @param reason as the caller was told; {@code calls} since {@code firstAt} */
    record RefusedCalls(String reason, long calls, Instant firstAt, Instant lastAt) {}

    void add(JdbcClient db, String shop, String reason, long calls, Instant at) {
        db.sql(ADD)
                .params(shop, reason, calls, at.toEpochMilli(), at.toEpochMilli())
                .update();
    }

    /** The last ones first. */
    List<RefusedCalls> find(JdbcClient db, String shop) {
        return db.sql("select reason, calls, first_at, last_at from refused_call where shop = ? order by last_at desc")
                .param(shop)
                .query((rs, i) -> new RefusedCalls(
                        rs.getString(1),
                        rs.getLong(2),
                        Instant.ofEpochMilli(rs.getLong(3)),
                        Instant.ofEpochMilli(rs.getLong(4))))
                .list();
    }

    void deleteAll(JdbcClient db, String shop) {
        db.sql("delete from refused_call where shop = ?").param(shop).update();
    }
}
