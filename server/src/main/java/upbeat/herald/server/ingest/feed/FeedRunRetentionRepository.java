package upbeat.herald.server.ingest.feed;

import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringData;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Runs of feeds that have ended. */
@Repository
class FeedRunRetentionRepository implements ExpiringData {
    private static final String DELETE = """
            delete from feed_run where id in (select id from feed_run where ended_at < ? order by ended_at limit ?)""";

    private final RetentionProperties keep;

    FeedRunRetentionRepository(RetentionProperties keep) {
        this.keep = keep;
    }

    @Override
    public String name() {
        return "runs of feeds";
    }

    @Override
    public Duration keptFor() {
        return keep.imports();
    }

    @Override
    public int deleteBefore(JdbcClient db, Instant limit, int most) {
        return db.sql(DELETE).params(limit.toEpochMilli(), most).update();
    }
}
