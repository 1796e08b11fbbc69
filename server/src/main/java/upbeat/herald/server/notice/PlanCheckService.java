package upbeat.herald.server.notice;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;

/** All that is wrong with the plan, by every check there is. Kept for a short while, since every open screen asks. */
@Service
class PlanCheckService {
    private static final Logger LOG = LoggerFactory.getLogger(PlanCheckService.class);
    private static final Duration KEPT = Duration.ofSeconds(30);

    private final List<PlanCheck> checks;
    private final NoticeRepository notices;
    private final JdbcClient reader;
    private final InstantSource clock;
    private volatile @Nullable Checked last;

    /** @param plan as it was checked: a changed one is another list */
    private record Checked(List<Notice> plan, Instant at, List<PlanFinding> findings) {}

    PlanCheckService(List<PlanCheck> checks, NoticeRepository notices, JdbcClient reader, InstantSource clock) {
        this.checks = checks;
        this.notices = notices;
        this.reader = reader;
        this.clock = clock;
    }

    List<PlanFinding> list() {
        List<Notice> plan = notices.findAll(reader);
        Instant now = clock.instant();
        Checked known = last;
        if (known != null
                && known.plan() == plan
                && Duration.between(known.at(), now).abs().compareTo(KEPT) < 0) return known.findings();
        return check(plan, now);
    }

    private synchronized List<PlanFinding> check(List<Notice> plan, Instant now) {
        Checked known = last;
        // Whoever waited for the one before has it now.
        if (known != null && known.plan() == plan && known.at().equals(now)) return known.findings();
        List<Notice> speaking =
                plan.stream().filter(n -> n.state().isSpeaking()).toList();
        List<PlanFinding> found = new ArrayList<>();
        for (PlanCheck check : checks) {
            try {
                found.addAll(check.findAll(reader, speaking, now));
            } catch (RuntimeException e) {
                LOG.error(
                        "{} broke off; the other checks go on", check.getClass().getSimpleName(), e);
            }
        }
        found.sort(Comparator.comparing(PlanFinding::kind)
                .thenComparing(PlanFinding::count, Comparator.reverseOrder())
                .thenComparing(f -> String.valueOf(f.noticeId()))
                .thenComparing(PlanFinding::text));
        List<PlanFinding> findings = List.copyOf(found);
        last = new Checked(plan, now, findings);
        return findings;
    }
}
