package upbeat.herald.server.ingest.webhook;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Requests of shops are kept for a while, so that they can be read again with another mapping. */
@Repository
class RequestRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from arrival where id in (select id from arrival where received_at < ? order by received_at limit ?)""";

    RequestRetentionRepository(RetentionProperties keep) {
        super("requests of shops", keep.requests(), DELETE);
    }
}
