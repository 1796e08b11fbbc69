package upbeat.herald.server.ingest.webhook;

import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringData;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Requests of shops are kept for a while, so that they can be read again with another mapping. */
@Repository
class RequestRetentionRepository implements ExpiringData {
    private static final String DELETE = """
            delete from arrival where id in (select id from arrival where received_at < ? order by received_at limit ?)""";

    private final RetentionProperties keep;

    RequestRetentionRepository(RetentionProperties keep) {
        this.keep = keep;
    }

    @Override
    public String name() {
        return "requests of shops";
    }

    @Override
    public Duration keptFor() {
        return keep.requests();
    }

    @Override
    public int deleteBefore(JdbcClient db, Instant limit, int most) {
        return db.sql(DELETE).params(limit.toEpochMilli(), most).update();
    }
}
