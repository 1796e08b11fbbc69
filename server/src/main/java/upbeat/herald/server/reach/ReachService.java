package upbeat.herald.server.reach;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.notice.PlanContextLoader;

/** Whom a notice that is being written would have reached in the last 30 days. */
@Service
class ReachService {
    private static final Duration MONTH = Duration.ofDays(30);

    private final PlanContextLoader contexts;
    private final ReachEstimate reach;
    private final JdbcClient reader;
    private final InstantSource clock;

    ReachService(PlanContextLoader contexts, ReachEstimate reach, JdbcClient reader, InstantSource clock) {
        this.contexts = contexts;
        this.reach = reach;
        this.reader = reader;
        this.clock = clock;
    }

    ReachEstimate.Reached estimateReach(NoticeBody body) {
        Instant now = clock.instant();
        return reach.estimate(
                body.toNotice("new", null, contexts.load(reader), false).withState(Notice.State.LIVE),
                now.minus(MONTH),
                now);
    }
}
