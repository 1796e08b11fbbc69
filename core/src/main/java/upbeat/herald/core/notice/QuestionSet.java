package upbeat.herald.core.notice;

import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.stream.Collectors;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.AnswerEffect;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.QuestionEnd;

/** Questions that are ready to be used, with words in eight languages and what each answer does. */
public enum QuestionSet {
    /** Is a cash-on-delivery order meant? Asked 15 minutes after the order (common practice, no source). */
    CONFIRM(
            "confirm",
            Stage.ORDERED,
            Duration.ofMinutes(15),
            new Answer("confirm", "yes", "confirmed"),
            new Answer("cancel", "no", "cancel-requested")),
    ADDRESS(
            "address",
            Stage.ORDERED,
            Duration.ZERO,
            new Answer("right", "address.right", "address-right"),
            new Answer("wrong", "address.wrong", "address-wrong")),
    WISH(
            "wish",
            Stage.DISPATCHED,
            Duration.ZERO,
            new Answer("neighbour", "wish.neighbour", "leave-with-neighbour"),
            new Answer("place", "wish.place", "leave-in-safe-place"),
            new Answer("day", "wish.day", "another-day")),
    ARRIVED(
            "arrived",
            Stage.DELIVERED,
            Duration.ofDays(1),
            new Answer("well", "arrived.well", "arrived-well"),
            new Answer("problem", "arrived.problem", "arrived-problem"));

    /** @param words key of its label */
    private record Answer(String id, String words, String tag) {}

    private final String code;
    private final Stage stage;
    private final Duration after;
    private final List<Answer> answers;

    QuestionSet(String code, Stage stage, Duration after, Answer... answers) {
        this.code = code;
        this.stage = stage;
        this.after = after;
        this.answers = List.of(answers);
    }

    /** Its name in the starters' words. */
    public String code() {
        return code;
    }

    /** The stage it is usually asked at. */
    public Stage stage() {
        return stage;
    }

    /** How long after that. */
    public Duration after() {
        return after;
    }

    /** The set whose answers a question has; empty for one of somebody's own. */
    static Optional<QuestionSet> of(Question question) {
        Set<String> ids = question.buttons().stream().map(Question.Button::id).collect(Collectors.toSet());
        return Arrays.stream(values())
                .filter(s -> s.answers.stream()
                        .map(Answer::id)
                        .collect(Collectors.toSet())
                        .equals(ids))
                .findFirst();
    }

    /** What its answers are called, by their ids. */
    Map<String, String> labels(ResourceBundle words) {
        Map<String, String> labels = new LinkedHashMap<>();
        answers.forEach(a -> labels.put(a.id(), words.getString(a.words())));
        return labels;
    }

    /** The question, in the words of a bundle of starters. */
    Question create(ResourceBundle words) {
        List<Question.Button> buttons = answers.stream()
                .map(a -> new Question.Button(
                        a.id(), words.getString(a.words()), a.tag(), isRefusal(a), takesText(a), effectsOf(a)))
                .toList();
        return new Question(buttons, end(), changeUntil());
    }

    private static boolean isRefusal(Answer a) {
        return a.id().equals("cancel");
    }

    private static boolean takesText(Answer a) {
        return Set.of("wrong", "place", "day", "problem").contains(a.id());
    }

    private static List<AnswerEffect> effectsOf(Answer a) {
        return switch (a.id()) {
            case "wrong" ->
                List.of(
                        AnswerEffect.of(AnswerEffect.Kind.NOTE, "The address isn't right: {{answer.text}}"),
                        AnswerEffect.of(AnswerEffect.Kind.HOLD),
                        AnswerEffect.of(AnswerEffect.Kind.TELL_TEAM));
            case "place", "day", "neighbour" ->
                List.of(AnswerEffect.of(AnswerEffect.Kind.NOTE, "Delivery wish: {{answer.label}}. {{answer.text}}"));
            case "problem", "cancel" -> List.of(AnswerEffect.of(AnswerEffect.Kind.TELL_TEAM));
            default -> List.of();
        };
    }

    private QuestionEnd end() {
        return switch (this) {
            case CONFIRM ->
                new QuestionEnd(
                        Duration.ofDays(2),
                        Stage.DISPATCHED,
                        Duration.ofDays(1),
                        QuestionEnd.NoAnswer.TAG,
                        "not-confirmed");
            case ADDRESS -> new QuestionEnd(null, Stage.DISPATCHED, null, QuestionEnd.NoAnswer.NOTHING, null);
            case WISH -> new QuestionEnd(null, Stage.OUT_FOR_DELIVERY, null, QuestionEnd.NoAnswer.NOTHING, null);
            case ARRIVED -> new QuestionEnd(Duration.ofDays(14), null, null, QuestionEnd.NoAnswer.NOTHING, null);
        };
    }

    private Stage changeUntil() {
        return switch (this) {
            case CONFIRM, ADDRESS -> Stage.DISPATCHED;
            case WISH -> Stage.OUT_FOR_DELIVERY;
            case ARRIVED -> Stage.RETURNED;
        };
    }
}
