package upbeat.herald.server.ingest.spreadsheet;

import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringData;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Imports with their files and rows; the orders that came of them stay. */
@Repository
class ImportRetentionRepository implements ExpiringData {
    private static final String DELETE = """
            delete from import_run where id in (select id from import_run where created_at < ? order by created_at limit ?)""";

    private final RetentionProperties keep;

    ImportRetentionRepository(RetentionProperties keep) {
        this.keep = keep;
    }

    @Override
    public String name() {
        return "imports";
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
