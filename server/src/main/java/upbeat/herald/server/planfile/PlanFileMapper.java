package upbeat.herald.server.planfile;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Series;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.notice.PlanContext;
import upbeat.herald.server.notice.PlanContextLoader;
import upbeat.herald.server.notice.SeriesBody;
import upbeat.herald.server.platform.web.ValidationException;

/** Notices to a file, and back to what they would be here. */
@Component
class PlanFileMapper {
    private final PlanContextLoader contexts;

    PlanFileMapper(PlanContextLoader contexts) {
        this.contexts = contexts;
    }

    PlanFile toFile(JdbcClient db, List<Notice> notices) {
        Map<String, Series> series = new LinkedHashMap<>();
        for (Notice n : notices) Stream.ofNullable(n.timing().series()).forEach(s -> series.put(s.id(), s));
        return new PlanFile(
                PlanFile.FORMAT,
                PlanFile.VERSION,
                contexts.load(db).baseLanguage(),
                series.values().stream()
                        .map(s -> new PlanFile.NamedSeries(s.id(), SeriesBody.of(s)))
                        .toList(),
                notices.stream()
                        .map(n -> new PlanFile.NamedNotice(n.id(), NoticeBody.of(n)))
                        .toList());
    }

    /**
     * What the notices of a file may refer to: what is here, and what comes with them. A series that is here stays as
     * it is.
     *
     * @throws ValidationException where a series can't be used here
     */
    PlanContext loadContext(JdbcClient db, PlanFile file) {
        Map<String, NoticeBody> notices = new LinkedHashMap<>();
        file.notices().forEach(n -> notices.put(n.id(), n.notice()));
        PlanContext known = contexts.load(db).with(List.of(), notices);
        List<Series> series = Objects.requireNonNull(file.series()).stream()
                .filter(s -> !known.series().containsKey(s.id()))
                .map(s -> s.series().toSeries(s.id(), known))
                .toList();
        return known.with(series, Map.of());
    }

    /**
     * What is new comes as a draft, and what is here keeps its state, whatever the file says: no file sets a notice
     * live.
     *
     * @param language of the file's words for everyone
     * @param before the notice of that id as it stands, or null
     * @throws ValidationException naming what can't be used here
     * @throws HeraldException where it has no text in the default language here
     */
    static Notice toNotice(PlanContext context, String language, PlanFile.NamedNotice named, @Nullable Notice before) {
        String base = context.baseLanguage();
        Notice there = named.notice().toNotice(named.id(), null, context.withBaseLanguage(language), true);
        Notice here = WordingSelection.changeBaseLanguage(there, language, base)
                .orElseThrow(() -> new HeraldException(
                        null,
                        "It has no text in " + Locale.forLanguageTag(base).getDisplayLanguage(Locale.ENGLISH)
                                + ", the default language here"));
        return here.withState(before == null ? Notice.State.DRAFT : before.state());
    }
}
