package upbeat.herald.server.notice;

import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.AnswerEffect;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.QuestionEnd;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.template.TemplateCheck;
import upbeat.herald.server.platform.web.ValidationException;

/** What a notice asks, as the interface writes it. */
public final class QuestionDocument {
    /** What a note about an answer may name beside the fields of messages. */
    public static final Set<String> ANSWER_FIELDS = Set.of("answer.label", "answer.text");

    private static final int LONGEST_LABEL = 20;
    private static final int LONGEST_TAG = 40;
    private static final int LONGEST_NOTE = 500;
    private static final int MOST_EFFECTS = 8;
    private static final Duration LONGEST = Duration.ofDays(365);

    private QuestionDocument() {}

    /**
     * An answer that can be given.
     *
     * @param tag put on the order, or null
     * @param freeText true where the customer may write something with it; null for false
     * @param effects what else happens, in this order; null for nothing
     */
    public record ButtonBody(
            @Nullable String id,
            @Nullable String label,
            @Nullable String tag,
            boolean refuses,
            @Nullable Boolean freeText,
            @Nullable List<AnswerEffect> effects) {}

    static List<ButtonBody> describeButtons(@Nullable Question question) {
        if (question == null) return List.of();
        return question.buttons().stream()
                .map(b -> new ButtonBody(
                        b.id(),
                        b.label(),
                        b.tag(),
                        b.refuses(),
                        b.freeText() ? true : null,
                        b.effects().isEmpty() ? null : b.effects()))
                .toList();
    }

    /**
     * @param after, remindAfter ISO 8601 durations, or null
     * @param stage code of a stage, or null
     * @param otherwise what happens without an answer: {@code nothing}, {@code tag}, {@code hold} or {@code answer}
     * @param value the tag, or the id of the answer it is taken as
     */
    public record QuestionEndBody(
            @Nullable String after,
            @Nullable String stage,
            @Nullable String remindAfter,
            @Nullable String otherwise,
            @Nullable String value) {}

    static @Nullable QuestionEndBody describeEnd(@Nullable Question question) {
        QuestionEnd end = question == null ? null : question.end();
        if (end == null) return null;
        return new QuestionEndBody(
                end.after() == null ? null : end.after().toString(),
                end.stage() == null ? null : end.stage().code(),
                end.remindAfter() == null ? null : end.remindAfter().toString(),
                end.otherwise().name().toLowerCase(Locale.ROOT),
                end.value());
    }

    static @Nullable String describeChange(@Nullable Question question) {
        return question == null || question.changeUntil() == null
                ? null
                : question.changeUntil().code();
    }

    /**
     * @param asked the stage it is asked at, or null where that is wrong too
     * @param strict also refuses what names something that isn't there
     */
    static @Nullable Question parse(
            NoticeBody.NoticeContentBody typed,
            @Nullable Stage asked,
            PlanContext context,
            boolean strict,
            ValidationException errors) {
        List<ButtonBody> buttons = typed.buttons();
        if (buttons == null || buttons.isEmpty()) return null;
        if (buttons.size() > Question.MOST_BUTTONS) errors.add("buttons", "A question can have up to five answers");
        Set<String> ids = new HashSet<>();
        List<Question.Button> checked = new ArrayList<>();
        for (int i = 0; i < buttons.size(); i++) {
            ButtonBody b = buttons.get(i);
            String at = "buttons[" + i + "].";
            if (b.id() == null || !b.id().matches("[a-z0-9-]{1,20}") || !ids.add(b.id()))
                errors.add(at + "id", "Give each answer a different ID of up to 20 lower-case letters");
            if (Texts.isBlank(b.label()) || b.label().length() > LONGEST_LABEL)
                errors.add(at + "label", "Enter an answer of up to " + LONGEST_LABEL + " characters");
            String tag = Texts.orEmpty(b.tag()).strip();
            if (tag.length() > LONGEST_TAG)
                errors.add(at + "tag", "Enter a tag of up to " + LONGEST_TAG + " characters");
            List<AnswerEffect> effects = b.effects() == null
                    ? List.of()
                    : effects(b.effects(), at + "effects", asked, context, strict, errors);
            checked.add(new Question.Button(
                    Texts.orEmpty(b.id()),
                    Texts.orEmpty(b.label()),
                    tag,
                    b.refuses(),
                    Boolean.TRUE.equals(b.freeText()),
                    effects));
        }
        Stage changeUntil = stage("changeUntil", typed.changeUntil(), errors);
        return new Question(checked, end(typed.questionEnd(), checked, errors), changeUntil);
    }

    private static List<AnswerEffect> effects(
            List<AnswerEffect> typed,
            String field,
            @Nullable Stage asked,
            PlanContext context,
            boolean strict,
            ValidationException errors) {
        if (typed.size() > MOST_EFFECTS) errors.add(field, "An answer can do up to " + MOST_EFFECTS + " things");
        List<AnswerEffect> checked = new ArrayList<>();
        for (AnswerEffect effect : typed) {
            AnswerEffect.Kind kind = effect.findKind().orElse(null);
            if (kind == null) {
                errors.add(field, "\"" + effect.kind() + "\" is not known here");
                continue;
            }
            String value = kind.needsValue() ? Texts.blankToNull(effect.value()) : null;
            if (kind.needsValue() && value == null) errors.add(field, missing(kind));
            else if (value != null) check(kind, value, field, asked, context, strict, errors);
            checked.add(new AnswerEffect(kind.code(), value == null ? null : value.strip()));
        }
        List<String> kinds = checked.stream().map(AnswerEffect::kind).toList();
        if (kinds.contains(AnswerEffect.Kind.HOLD.code()) && kinds.contains(AnswerEffect.Kind.RELEASE.code()))
            errors.add(field, "An answer can hold the order or release it, not both");
        return checked;
    }

    private static String missing(AnswerEffect.Kind kind) {
        return switch (kind) {
            case NOTE -> "Enter the text of the note";
            case LEAVE_SERIES -> "Choose the series that the order leaves";
            default -> "Enter a tag";
        };
    }

    private static void check(
            AnswerEffect.Kind kind,
            String value,
            String field,
            @Nullable Stage asked,
            PlanContext context,
            boolean strict,
            ValidationException errors) {
        if (kind == AnswerEffect.Kind.NOTE) note(value, field, asked, errors);
        else if (kind == AnswerEffect.Kind.LEAVE_SERIES) {
            if (strict && !context.series().containsKey(value))
                errors.add(field, "This series isn't there any more. Choose another one");
        } else if (value.length() > LONGEST_TAG)
            errors.add(field, "Enter a tag of up to " + LONGEST_TAG + " characters");
    }

    private static void note(String text, String field, @Nullable Stage asked, ValidationException errors) {
        if (text.length() > LONGEST_NOTE) errors.add(field, "Enter a note of up to " + LONGEST_NOTE + " characters");
        String plain = text;
        // These two are known to notes alone; what stands around them is judged as in any text.
        for (String known : ANSWER_FIELDS) plain = plain.replace(known, "order.number");
        List<WordingError> faults = new ArrayList<>();
        TemplateCheck.check(
                plain,
                "text",
                new WordingPurpose(asked == null ? Stage.DELIVERED : asked, null),
                TemplateCheck.Blocks.NOWHERE,
                faults);
        faults.forEach(f -> errors.add(field, "Note: " + f.message()));
    }

    private static @Nullable QuestionEnd end(
            @Nullable QuestionEndBody typed, List<Question.Button> buttons, ValidationException errors) {
        if (typed == null) return null;
        Duration after = duration("questionEnd.after", typed.after(), errors);
        Duration remind = duration("questionEnd.remindAfter", typed.remindAfter(), errors);
        Stage stage = stage("questionEnd.stage", typed.stage(), errors);
        if (after == null && stage == null)
            errors.add("questionEnd", "Say when the question ends: after a time, at a stage, or both");
        if (after != null && remind != null && remind.compareTo(after) >= 0)
            errors.add("questionEnd.remindAfter", "Remind before the question ends");
        QuestionEnd.NoAnswer otherwise = otherwise(typed.otherwise());
        if (otherwise == null) {
            errors.add("questionEnd.otherwise", "\"" + typed.otherwise() + "\" is not known here");
            return null;
        }
        String value = Texts.blankToNull(typed.value());
        if (otherwise == QuestionEnd.NoAnswer.TAG && (value == null || value.length() > LONGEST_TAG))
            errors.add("questionEnd.value", "Enter a tag of 1 to " + LONGEST_TAG + " characters");
        if (otherwise == QuestionEnd.NoAnswer.ANSWER && buttons.stream().noneMatch(b -> b.id().equals(value)))
            errors.add("questionEnd.value", "Choose the answer that it's taken as");
        boolean needsValue = otherwise == QuestionEnd.NoAnswer.TAG || otherwise == QuestionEnd.NoAnswer.ANSWER;
        return new QuestionEnd(after, stage, remind, otherwise, needsValue ? value : null);
    }

    private static QuestionEnd.@Nullable NoAnswer otherwise(@Nullable String word) {
        if (Texts.isBlank(word)) return QuestionEnd.NoAnswer.NOTHING;
        for (QuestionEnd.NoAnswer n : QuestionEnd.NoAnswer.values())
            if (n.name().toLowerCase(Locale.ROOT).equals(word)) return n;
        return null;
    }

    private static @Nullable Stage stage(String field, @Nullable String code, ValidationException errors) {
        if (Texts.isBlank(code)) return null;
        Stage stage = Stage.fromCode(code).orElse(null);
        if (stage == null) errors.add(field, "\"" + code + "\" isn't a stage");
        return stage;
    }

    private static @Nullable Duration duration(String field, @Nullable String text, ValidationException errors) {
        if (Texts.isBlank(text)) return null;
        try {
            Duration d = Duration.parse(text);
            if (d.isNegative() || d.isZero() || d.compareTo(LONGEST) > 0)
                errors.add(field, "Enter a time of up to a year");
            return d;
        } catch (DateTimeParseException e) {
            errors.add(field, "\"" + text + "\" is not an ISO 8601 duration such as PT4H");
            return null;
        }
    }
}
