package upbeat.herald.core.notice;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Trigger.AnswerGiven;

/**
 * The event a decision is about.
 *
 * @param occasion of the stage, see {@link upbeat.herald.core.journey.StageReached#occasion()}
 * @param with the further stage reached by the very same scan, or null: the earlier one is used only if the further one
 *     has nothing to say
 * @param quietDays not a stage was reached, but the carrier has been silent for so many days; or null
 * @param answer not a stage was reached, but the customer gave this answer; or null
 */
public record Moment(
        Stage stage,
        String occasion,
        Instant at,
        @Nullable Stage with,
        @Nullable Integer quietDays,
        @Nullable AnswerGiven answer) {
    /** A stage was reached. */
    public Moment(Stage stage, String occasion, Instant at, @Nullable Stage with) {
        this(stage, occasion, at, with, null, null);
    }

    /** One for each stage that one report newly brings: all but the furthest along are worth less than that one. */
    public static List<Moment> listFor(List<StageVisit> news) {
        if (news.isEmpty()) return List.of();
        Stage furthest = news.stream()
                .map(StageVisit::stage)
                .max(Comparator.comparing(Stage::position))
                .orElseThrow();
        return news.stream()
                .map(v -> new Moment(v.stage(), v.occasion(), v.at(), v.stage() == furthest ? null : furthest))
                .toList();
    }

    /** A parcel that stands at {@code stands} was last heard of at {@code lastScanAt}. */
    public static Moment silence(Stage stands, Instant lastScanAt, int days) {
        return new Moment(
                stands, "quiet-" + lastScanAt.toEpochMilli(), lastScanAt.plus(Duration.ofDays(days)), null, days, null);
    }

    /** @param asked the stage of the notice that asked */
    public static Moment answer(Stage asked, AnswerGiven answer, Instant at) {
        return new Moment(asked, StageVisit.ONCE, at, null, null, answer);
    }
}
