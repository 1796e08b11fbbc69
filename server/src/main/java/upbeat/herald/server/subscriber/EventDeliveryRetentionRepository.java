package upbeat.herald.server.subscriber;

import java.time.Duration;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;

/** What became of calls a while ago. */
@Repository
class EventDeliveryRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from event_delivery where (subscriber, seq) in (select subscriber, seq from event_delivery
            where at < ? and next_at is null order by at limit ?)""";

    EventDeliveryRetentionRepository() {
        super("calls to subscribers", Duration.ofDays(7), DELETE);
    }
}
