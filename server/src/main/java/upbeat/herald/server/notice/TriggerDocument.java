package upbeat.herald.server.notice;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.ReturnStep;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.server.platform.web.ValidationException;

/** What sets a notice or a series off, as the interface writes it. */
final class TriggerDocument {
    private static final int MOST_QUIET_DAYS = 90;

    private TriggerDocument() {}

    /**
     * @param strict also refuses an answer that no notice asks for
     * @return null where there are errors
     */
    static @Nullable Trigger parse(
            @Nullable String stage,
            @Nullable Integer quietDays,
            Trigger.@Nullable AnswerGiven answer,
            @Nullable String returnStep,
            PlanContext context,
            boolean strict,
            ValidationException errors) {
        if (!Texts.isBlank(returnStep)) {
            ReturnStep step = ReturnStep.fromCode(returnStep).orElse(null);
            if (step == null) errors.add("returnStep", "Choose how far the return has come");
            return step == null ? null : Trigger.returned(step);
        }
        Stage asked = context.findAsked(answer).orElse(null);
        if (answer != null && asked == null && strict) {
            errors.add("answer", "Choose an answer that one of the notices asks for");
            return null;
        }
        Stage at = asked != null ? asked : Stage.fromCode(stage).orElse(null);
        if (at == null) errors.add("stage", "\"" + stage + "\" isn't a stage");
        if (quietDays != null && (quietDays < 1 || quietDays > MOST_QUIET_DAYS))
            errors.add("quietDays", "Enter 1 to " + MOST_QUIET_DAYS + " days");
        if (quietDays != null && at != null && at.isOrderStage()) errors.add("stage", "Only a parcel can go quiet");
        if (quietDays != null && answer != null) errors.add("answer", "Choose an answer or a silence, not both");
        return at == null ? null : new Trigger(at, quietDays, answer, null);
    }
}
