package upbeat.herald.server.notice;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;

/** A live notice that has sent nothing for several times as long as it usually takes. */
@Component
class SilentNoticeCheck implements PlanCheck {
    /** A notice that sent less can't be said to have a habit. */
    private static final int FEWEST_SENT = 10;

    private static final int TIMES_AS_LONG = 3;

    private final NoticeOutcomeRepository outcomes;

    SilentNoticeCheck(NoticeOutcomeRepository outcomes) {
        this.outcomes = outcomes;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        Map<String, NoticeOutcomeRepository.DailySending> sending =
                outcomes.findDailySending(db, now.minus(Duration.ofDays(DAYS)));
        long today = NoticeOutcomeRepository.dayOf(now);
        List<PlanFinding> found = new ArrayList<>();
        for (Notice n : speaking) {
            NoticeOutcomeRepository.DailySending usual = sending.get(n.id());
            if (usual == null || usual.sent() < FEWEST_SENT || n.state() != Notice.State.LIVE) continue;
            long silent = today - usual.lastDay();
            double gap = (double) (DAYS - silent) / usual.days();
            if (silent > Math.max(1, TIMES_AS_LONG * gap))
                found.add(new PlanFinding(
                        PlanFinding.Kind.SILENT,
                        n.id(),
                        null,
                        "Nothing was sent for " + silent + " days; before, it was " + usual.sent() + " messages in "
                                + (DAYS - silent) + " days",
                        0));
        }
        return found;
    }
}
