package upbeat.herald.server.notice;

import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Series;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * A series as the interface sends and shows it.
 *
 * @param stage, quietDays, answer what its notices are counted from, as in a notice
 * @param ends {@code answer}, {@code refund}, {@code return}, {@code complaint}, {@code next-order}
 * @param endTags tags of the order that end it
 */
public record SeriesBody(
        @Nullable String name,
        @Nullable String stage,
        @Nullable Integer quietDays,
        Trigger.@Nullable AnswerGiven answer,
        @Nullable List<String> ends,
        @Nullable List<String> endTags) {
    private static final int LONGEST_NAME = 60;
    private static final int MOST_TAGS = 10;

    public static SeriesBody of(Series s) {
        return new SeriesBody(
                s.name(),
                s.start().stage().code(),
                s.start().quietDays(),
                s.start().answer(),
                s.ends().stream().sorted().map(SeriesBody::word).toList(),
                s.endTags());
    }

    private static String word(Series.End end) {
        return end.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** @throws ValidationException naming every value that can't be used */
    public Series toSeries(String id, PlanContext context) {
        ValidationException errors = new ValidationException();
        String called = Texts.blankToNull(name);
        if (called == null || called.length() > LONGEST_NAME)
            errors.add("name", "Enter a name of 1 to " + LONGEST_NAME + " characters");
        Trigger start = TriggerDocument.parse(stage, quietDays, answer, null, context, true, errors);
        Set<Series.End> on = EnumSet.noneOf(Series.End.class);
        for (String word : ends == null ? List.<String>of() : ends) {
            Series.End end = findEnd(word);
            if (end == null) errors.add("ends", "\"" + word + "\" is not known here");
            else on.add(end);
        }
        List<String> tags = Tags.parse("endTags", endTags, MOST_TAGS, errors);
        errors.throwIfAny();
        return new Series(
                id, Objects.requireNonNull(called).strip(), Objects.requireNonNull(start), on, tags, Set.of());
    }

    private static Series.@Nullable End findEnd(String word) {
        for (Series.End end : Series.End.values()) if (word(end).equals(word)) return end;
        return null;
    }
}
