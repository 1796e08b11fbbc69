package upbeat.herald.server.orderview;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;

/**
 * What became of a notice for an order, or would.
 *
 * @param outcome {@code said}, {@code planned}, {@code will} (once that happens what sets it off), or {@code not}
 * @param channels words of those it took or would take
 * @param why the reason of a no, or what would set it off; null where there is nothing to add
 * @param at when it was sent, is to be sent, or would be if what sets it off happened now; null for a no
 * @param steps what happened so far, in time; empty where nothing did
 */
public record NoticeOutcome(
        String notice,
        String name,
        String stage,
        String outcome,
        List<String> channels,
        @Nullable String why,
        @Nullable Instant at,
        List<NoticeSteps.OutcomeStep> steps) {
    private static final List<String> ORDER = List.of("planned", "will", "said", "not");

    /** What is still to come first, in time: what is planned, and then stage by stage. */
    static final Comparator<NoticeOutcome> AS_IT_COMES = Comparator.comparing(
                    (NoticeOutcome o) -> ORDER.indexOf(o.outcome()))
            .thenComparing(o -> o.outcome().equals("will") || o.at() == null ? Instant.MIN : o.at())
            .thenComparing(o -> Stage.fromCode(o.stage()).orElseThrow().position());

    static NoticeOutcome no(Notice notice, @Nullable String why) {
        return of(notice, "not", List.of(), why, null);
    }

    static NoticeOutcome of(
            Notice notice, String outcome, List<String> channels, @Nullable String why, @Nullable Instant at) {
        return new NoticeOutcome(
                notice.id(), notice.name(), notice.timing().stage().code(), outcome, channels, why, at, List.of());
    }

    NoticeOutcome withWhy(String other) {
        return new NoticeOutcome(notice, name, stage, outcome, channels, other, at, steps);
    }

    NoticeOutcome withSteps(List<NoticeSteps.OutcomeStep> taken) {
        return new NoticeOutcome(notice, name, stage, outcome, channels, why, at, taken);
    }
}
