package upbeat.herald.server.order;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** What customers wrote back. */
@Repository
class ReplyRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE =
            "delete from reply where seq in (select seq from reply where received_at < ? order by received_at limit ?)";

    ReplyRetentionRepository(RetentionProperties keep) {
        super("replies of customers", keep.texts(), DELETE);
    }
}
