package upbeat.herald.server.subscriber;

import java.time.Duration;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;

/** What happened long ago and is told to nobody again. */
@Repository
class EventLogRetentionRepository extends ExpiringDataRepository {
    static final Duration KEPT = Duration.ofDays(30);
    private static final String DELETE = """
            delete from event_log where seq in (select seq from event_log where at < ? order by at limit ?)""";

    EventLogRetentionRepository() {
        super("events told to others", KEPT, DELETE);
    }
}
