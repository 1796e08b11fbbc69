package upbeat.herald.server.reach;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.notice.PlanCheck;
import upbeat.herald.server.notice.PlanFinding;
import upbeat.herald.server.notice.PlanNames;

/** Conditions that no order of the last 30 days met. */
@Component
class NeverMetCheck implements PlanCheck {
    private static final Duration PATIENCE = Duration.ofMillis(500);

    private final OrderSample sample;
    private final PlanNames names;

    NeverMetCheck(OrderSample sample, PlanNames names) {
        this.sample = sample;
        this.names = names;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        if (speaking.stream().allMatch(n -> n.audience().isEveryone())) return List.of();
        OrderSample.Loaded loaded = sample.getWithin(PATIENCE).orElse(null);
        if (loaded == null || loaded.orders().isEmpty()) return List.of();
        List<PlanFinding> found = new ArrayList<>();
        for (Notice n : speaking)
            for (Condition c : n.audience().listConditions())
                if (c.fault().isEmpty() && loaded.orders().stream().noneMatch(c::fits))
                    found.add(new PlanFinding(
                            PlanFinding.Kind.NEVER_MET,
                            n.id(),
                            null,
                            "Nothing in the last " + OrderSample.PERIOD.toDays() + " days matches \""
                                    + Audience.all(c).describe(names.load(db)) + "\"",
                            0));
        return found;
    }
}
