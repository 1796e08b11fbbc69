package upbeat.herald.core.wording;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * Until when a question may be answered, and what happens where nobody does.
 *
 * @param after so long after it was asked, or null; {@code stage} when the order comes there, or null. The earlier of
 *     both ends it
 * @param remindAfter so long after it was asked it is asked once more, or null for never; not where it ended before
 * @param otherwise what happens without an answer; {@code value} the tag, or the id of the answer it is taken as
 */
public record QuestionEnd(
        @Nullable Duration after,
        @Nullable Stage stage,
        @Nullable Duration remindAfter,
        NoAnswer otherwise,
        @Nullable String value) {
    /** What no answer means. */
    public enum NoAnswer {
        NOTHING,
        TAG,
        HOLD,
        ANSWER
    }

    /**
     * How far a question got.
     *
     * @param at when it was sent
     * @param remindedAt when it was asked once more, or null
     * @param stageAt when the order came to the stage that ends it, or null
     */
    public record Asked(
            Instant at,
            @Nullable Instant remindedAt,
            @Nullable Instant stageAt) {}

    /** What is to be done next, and when. @param ends false for the reminder */
    public record Step(boolean ends, Instant at) {}

    /** When it ends, as far as that is known; empty where it waits for a stage alone. */
    public Optional<Instant> endOf(Asked asked) {
        Instant byTime = after == null ? null : asked.at().plus(after);
        Instant byStage = stage == null ? null : asked.stageAt();
        if (byStage == null) return Optional.ofNullable(byTime);
        return Optional.of(byTime == null || byStage.isBefore(byTime) ? byStage : byTime);
    }

    /** The next thing to be done without an answer; empty where that is to wait for a stage. */
    public Optional<Step> nextStep(Asked asked) {
        Optional<Instant> end = endOf(asked);
        if (remindAfter != null && asked.remindedAt() == null) {
            Instant reminder = asked.at().plus(remindAfter);
            if (end.isEmpty() || reminder.isBefore(end.get())) return Optional.of(new Step(false, reminder));
        }
        return end.map(at -> new Step(true, at));
    }
}
