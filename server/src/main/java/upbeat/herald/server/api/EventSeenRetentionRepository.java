package upbeat.herald.server.api;

import java.time.Duration;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;

/** Names of events that nobody delivers again. */
@Repository
class EventSeenRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from event_seen where (source, id) in
              (select source, id from event_seen where at < ? order by at limit ?)""";

    EventSeenRetentionRepository() {
        super("names of events", Duration.ofDays(90), DELETE);
    }
}
