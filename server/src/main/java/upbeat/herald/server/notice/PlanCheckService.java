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
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.platform.time.WallClock;

/** All that is wrong with the plan, by every check there is. Kept for a short while, since every open screen asks. */
@Service
class PlanCheckService {
    private static final Logger LOG = LoggerFactory.getLogger(PlanCheckService.class);

    private final List<PlanCheck> checks;
    private final NoticeRepository notices;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final WallClock wallClock;
    private final Duration kept;
    private volatile @Nullable Checked last;

    /** @param plan as it was checked: a changed one is another list; {@code at} on the machine's clock */
    private record Checked(List<Notice> plan, Instant at, List<PlanFinding> findings) {}

    /** @param kept how long what was found is shown before it is looked for again */
    PlanCheckService(
            List<PlanCheck> checks,
            NoticeRepository notices,
            JdbcClient reader,
            InstantSource clock,
            WallClock wallClock,
            @Value("${herald.checks-kept:20s}") Duration kept) {
        this.checks = checks;
        this.notices = notices;
        this.reader = reader;
        this.clock = clock;
        this.wallClock = wallClock;
        this.kept = kept;
    }

    List<PlanFinding> list() {
        List<Notice> plan = notices.findAll(reader);
        Checked known = last;
        return known != null && isFresh(known, plan) ? known.findings() : check(plan);
    }

    /** What was found isn't shown any more: something that is no part of the plan has changed. */
    void forget() {
        last = null;
    }

    private boolean isFresh(Checked known, List<Notice> plan) {
        return known.plan() == plan && known.at().plus(kept).isAfter(wallClock.instant());
    }

    private synchronized List<PlanFinding> check(List<Notice> plan) {
        Checked known = last;
        // Whoever waited for the one before has it now.
        if (known != null && isFresh(known, plan)) return known.findings();
        Instant now = clock.instant();
        Instant begun = wallClock.instant();
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
        last = new Checked(plan, begun, findings);
        return findings;
    }
}
