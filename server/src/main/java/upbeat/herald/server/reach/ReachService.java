package upbeat.herald.server.reach;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.notice.NoticeBody;

/** Whom a notice that is being written would have reached in the last 30 days. */
@Service
class ReachService {
    private static final Duration MONTH = Duration.ofDays(30);

    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final ReachEstimate reach;
    private final JdbcClient reader;
    private final InstantSource clock;

    ReachService(
            CarrierRepository carriers,
            BrandRepository brands,
            ReachEstimate reach,
            JdbcClient reader,
            InstantSource clock) {
        this.carriers = carriers;
        this.brands = brands;
        this.reach = reach;
        this.reader = reader;
        this.clock = clock;
    }

    ReachEstimate.Reached estimateReach(NoticeBody body) {
        Instant now = clock.instant();
        return reach.estimate(
                body.toNotice("new", null, brands.baseLanguage(reader), carriers.findKeys(reader), false)
                        .withState(Notice.State.LIVE),
                now.minus(MONTH),
                now);
    }
}
