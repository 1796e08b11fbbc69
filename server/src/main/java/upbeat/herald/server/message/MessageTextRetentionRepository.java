package upbeat.herald.server.message;

import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringData;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** What messages said; that they were sent, when, where to and what they cost stays. */
@Repository
class MessageTextRetentionRepository implements ExpiringData {
    private static final String DELETE = """
            update message set subject = null, text = null, html = null where seq in
            (select seq from message where sent_at < ? and text is not null order by sent_at limit ?)""";

    private final RetentionProperties keep;

    MessageTextRetentionRepository(RetentionProperties keep) {
        this.keep = keep;
    }

    @Override
    public String name() {
        return "texts of messages";
    }

    @Override
    public Duration keptFor() {
        return keep.texts();
    }

    @Override
    public int deleteBefore(JdbcClient db, Instant limit, int most) {
        return db.sql(DELETE).params(limit.toEpochMilli(), most).update();
    }
}
