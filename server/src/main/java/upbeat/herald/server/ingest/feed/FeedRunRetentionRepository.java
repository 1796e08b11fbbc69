package upbeat.herald.server.ingest.feed;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Runs of feeds that have ended. */
@Repository
class FeedRunRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from feed_run where id in (select id from feed_run where ended_at < ? order by ended_at limit ?)""";

    FeedRunRetentionRepository(RetentionProperties keep) {
        super("runs of feeds", keep.imports(), DELETE);
    }
}
