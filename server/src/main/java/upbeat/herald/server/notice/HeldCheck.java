package upbeat.herald.server.notice;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;

/** Messages that weren't sent for a reason the team can do something about, and notices that mostly come too late. */
@Component
class HeldCheck implements PlanCheck {
    /** What lies with the plan, the texts or the data, and not with the customer. */
    private static final Set<Reason.Code> OURS =
            Set.of(Reason.Code.NO_WORDING, Reason.Code.NO_COMMON_HOUR, Reason.Code.FIELD_EMPTY, Reason.Code.BROKEN);

    private static final int FEWEST_LATE = 5;

    private final NoticeOutcomeRepository outcomes;

    HeldCheck(NoticeOutcomeRepository outcomes) {
        this.outcomes = outcomes;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        Instant since = now.minus(Duration.ofDays(DAYS));
        Set<String> ids = speaking.stream().map(Notice::id).collect(Collectors.toSet());
        Map<String, Integer> planned = outcomes.countPlanned(db, since);
        List<PlanFinding> found = new ArrayList<>();
        for (NoticeOutcomeRepository.Held h : outcomes.findHeld(db, since)) {
            if (!ids.contains(h.noticeId())) continue;
            Reason.Code code = Reason.Code.valueOf(h.reasonCode());
            if (OURS.contains(code))
                found.add(new PlanFinding(
                        PlanFinding.Kind.HELD,
                        h.noticeId(),
                        null,
                        "Not sent in the last " + DAYS + " days: " + h.reason(),
                        h.count()));
            if (code == Reason.Code.OVERTAKEN && isMostly(h.count(), planned.getOrDefault(h.noticeId(), 0)))
                found.add(new PlanFinding(
                        PlanFinding.Kind.OVERTAKEN,
                        h.noticeId(),
                        null,
                        "Most messages came too late to be sent: " + h.count() + " of " + planned.get(h.noticeId())
                                + ". Shorten the delay or widen the send window",
                        h.count()));
        }
        return found;
    }

    private static boolean isMostly(int late, int all) {
        return late >= FEWEST_LATE && 2 * late > all;
    }
}
