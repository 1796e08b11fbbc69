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
 * @param returnStep not a stage was reached on the parcel's own way, but the customer's return came this far; or null
 */
public record Moment(
        Stage stage,
        String occasion,
        Instant at,
        @Nullable Stage with,
        @Nullable Integer quietDays,
        @Nullable AnswerGiven answer,
        @Nullable ReturnStep returnStep) {
    /** A stage was reached. */
    public Moment(Stage stage, String occasion, Instant at, @Nullable Stage with) {
        this(stage, occasion, at, with, null, null, null);
    }

    /** A visit that no other came with. */
    public static Moment of(StageVisit visit) {
        return of(visit, null);
    }

    private static Moment of(StageVisit visit, @Nullable Stage with) {
        return visit.isReturn()
                ? new Moment(visit.stage(), visit.occasion(), visit.at(), null, null, null, ReturnStep.of(visit))
                : new Moment(visit.stage(), visit.occasion(), visit.at(), with);
    }

    /** The customer asked for a label to send something back. @param id of the return */
    public static Moment returnRequested(long id, Instant at) {
        ReturnStep step = ReturnStep.REQUESTED;
        return new Moment(step.stage(), StageVisit.occasionOfReturn(id), at, null, null, null, step);
    }

    boolean isStage() {
        return quietDays == null && answer == null && returnStep == null;
    }

    /** One for each stage that one report newly brings: all but the furthest along are worth less than that one. */
    public static List<Moment> listFor(List<StageVisit> news) {
        if (news.isEmpty()) return List.of();
        Stage furthest = news.stream()
                .map(StageVisit::stage)
                .max(Comparator.comparing(Stage::position))
                .orElseThrow();
        return news.stream()
                .map(v -> of(v, v.stage() == furthest ? null : furthest))
                .toList();
    }

    /** A parcel that stands at {@code stands} was last heard of at {@code lastScanAt}. */
    public static Moment silence(Stage stands, Instant lastScanAt, int days) {
        return new Moment(
                stands,
                "quiet-" + lastScanAt.toEpochMilli(),
                lastScanAt.plus(Duration.ofDays(days)),
                null,
                days,
                null,
                null);
    }

    /** @param asked the stage of the notice that asked */
    public static Moment answer(Stage asked, AnswerGiven answer, Instant at) {
        return new Moment(asked, StageVisit.ONCE, at, null, null, answer, null);
    }
}
