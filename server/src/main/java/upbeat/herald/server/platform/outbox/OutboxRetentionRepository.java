package upbeat.herald.server.platform.outbox;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** What was told to shops and the team, once it has ended. */
@Repository
class OutboxRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from outbox where seq in (select seq from outbox where next_at is null and created_at < ?
            order by created_at limit ?)""";

    OutboxRetentionRepository(RetentionProperties keep) {
        super("calls to shops and mails to the team", keep.requests(), DELETE);
    }
}
