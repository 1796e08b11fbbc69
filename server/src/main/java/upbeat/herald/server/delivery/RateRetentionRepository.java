package upbeat.herald.server.delivery;

import java.time.Duration;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;

/** How much notices said in ten minutes, for longer than anybody compares with. */
@Repository
class RateRetentionRepository extends ExpiringDataRepository {
    private static final Duration KEPT = Duration.ofDays(70);
    private static final String DELETE = """
            delete from notice_rate where (notice_id, slot) in (
            select notice_id, slot from notice_rate where slot < ? / 600000 order by slot limit ?)""";

    RateRetentionRepository() {
        super("how much notices sent in ten minutes", KEPT, DELETE);
    }
}
