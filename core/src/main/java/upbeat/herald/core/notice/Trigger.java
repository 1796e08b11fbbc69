package upbeat.herald.core.notice;

import java.time.Duration;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * What sets a notice off: a stage that is reached, a carrier's silence, or an answer.
 *
 * @param stage the stage; where {@code quietDays} or {@code answer} is given, the one it stands beside
 * @param quietDays instead of a stage, so many days without a word from the carrier; or null
 * @param answer instead of a stage, an answer of the customer's; or null
 */
public record Trigger(
        Stage stage, @Nullable Integer quietDays, @Nullable AnswerGiven answer) {

    /** @param noticeId of the notice that asked; {@code button} the id of the answer */
    public record AnswerGiven(String noticeId, String button) {}

    public static Trigger of(Stage stage) {
        return new Trigger(stage, null, null);
    }

    /** True where this is what happened. */
    boolean isMetBy(Moment moment) {
        if (answer != null) return answer.equals(moment.answer());
        if (quietDays != null) return quietDays.equals(moment.quietDays());
        return moment.quietDays() == null && moment.answer() == null && stage == moment.stage();
    }

    /** How long the carrier has to be silent; null where that isn't asked. */
    public @Nullable Duration silence() {
        return quietDays == null ? null : Duration.ofDays(quietDays);
    }

    /** True where reaching a stage sets it off. */
    public boolean waitsForStage() {
        return quietDays == null && answer == null;
    }
}
