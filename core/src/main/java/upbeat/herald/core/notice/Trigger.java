package upbeat.herald.core.notice;

import java.time.Duration;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * What sets a notice off: a stage that is reached, a carrier's silence, an answer, or a step of a return.
 *
 * @param stage the stage; where one of the others is given, the one it stands beside
 * @param quietDays instead of a stage, so many days without a word from the carrier; or null
 * @param answer instead of a stage, an answer of the customer's; or null
 * @param returnStep instead of a stage, how far something has come that the customer sends back; or null
 */
public record Trigger(
        Stage stage,
        @Nullable Integer quietDays,
        @Nullable AnswerGiven answer,
        @Nullable ReturnStep returnStep) {

    /** @param noticeId of the notice that asked; {@code button} the id of the answer */
    public record AnswerGiven(String noticeId, String button) {}

    public static Trigger of(Stage stage) {
        return new Trigger(stage, null, null, null);
    }

    public static Trigger silence(Stage beside, @Nullable Integer days) {
        return new Trigger(beside, days, null, null);
    }

    /** @param asked the stage of the notice that asked */
    public static Trigger answer(Stage asked, AnswerGiven answer) {
        return new Trigger(asked, null, answer, null);
    }

    public static Trigger returned(ReturnStep step) {
        return new Trigger(step.stage(), null, null, step);
    }

    /** True where this is what happened. */
    boolean isMetBy(Moment moment) {
        if (answer != null) return answer.equals(moment.answer());
        if (quietDays != null) return quietDays.equals(moment.quietDays());
        if (returnStep != null) return returnStep == moment.returnStep();
        return moment.isStage() && stage == moment.stage();
    }

    /** How long the carrier has to be silent; null where that isn't asked. */
    public @Nullable Duration silence() {
        return quietDays == null ? null : Duration.ofDays(quietDays);
    }

    /** True where reaching a stage sets it off. */
    public boolean waitsForStage() {
        return quietDays == null && answer == null && returnStep == null;
    }
}
