package upbeat.herald.server.notice;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Series;
import upbeat.herald.core.notice.Trigger;

/**
 * What a notice may refer to.
 *
 * @param baseLanguage of the words for everyone
 * @param carriers keys of those that are known
 * @param series by id
 * @param questions the notices that ask something, by id
 */
public record PlanContext(
        String baseLanguage, Set<String> carriers, Map<String, Series> series, Map<String, Asked> questions) {

    /** @param stage of the notice that asks; {@code buttons} the ids of its answers */
    public record Asked(Stage stage, Set<String> buttons) {}

    static PlanContext of(String baseLanguage, Set<String> carriers, List<Notice> notices, List<Series> series) {
        Map<String, Series> known = new LinkedHashMap<>();
        series.forEach(s -> known.put(s.id(), s));
        Map<String, Asked> questions = new HashMap<>();
        for (Notice n : notices)
            if (n.content().question() != null)
                questions.put(
                        n.id(),
                        asked(
                                n.timing().stage(),
                                QuestionDocument.describeButtons(n.content().question())));
        return new PlanContext(baseLanguage, carriers, known, questions);
    }

    private static Asked asked(Stage stage, Collection<QuestionDocument.ButtonBody> buttons) {
        Set<String> ids = new HashSet<>();
        buttons.forEach(b -> ids.add(Texts.orEmpty(b.id())));
        return new Asked(stage, ids);
    }

    /** The same in another language of the words for everyone. */
    public PlanContext withBaseLanguage(String other) {
        return new PlanContext(other, carriers, series, questions);
    }

    /** With series and notices of a file beside those that are here; what is here stays as it is. */
    public PlanContext with(Collection<Series> moreSeries, Map<String, NoticeBody> moreNotices) {
        Map<String, Series> all = new LinkedHashMap<>(series);
        moreSeries.forEach(s -> all.putIfAbsent(s.id(), s));
        Map<String, Asked> asking = new HashMap<>(questions);
        moreNotices.forEach((id, body) -> {
            List<QuestionDocument.ButtonBody> buttons = body.content().buttons();
            Stage stage = Stage.fromCode(body.timing().stage()).orElse(null);
            if (buttons != null && !buttons.isEmpty() && stage != null) asking.put(id, asked(stage, buttons));
        });
        return new PlanContext(baseLanguage, carriers, all, asking);
    }

    /** The stage of the notice that asks for this answer; empty where none does. */
    public Optional<Stage> findAsked(Trigger.@Nullable AnswerGiven answer) {
        if (answer == null || answer.noticeId() == null) return Optional.empty();
        return Optional.ofNullable(questions.get(answer.noticeId()))
                .filter(a -> a.buttons().contains(answer.button()))
                .map(Asked::stage);
    }
}
