package upbeat.herald.server.notice;

import java.util.List;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Series;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;

/** The series of the plan: shown, made, changed, deleted. */
@Service
class SeriesService {
    private final NoticeRepository notices;
    private final SeriesRepository series;
    private final NoticeVersionRepository versions;
    private final PlanContextLoader contexts;
    private final RandomIds ids;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    SeriesService(
            NoticeRepository notices,
            SeriesRepository series,
            NoticeVersionRepository versions,
            PlanContextLoader contexts,
            RandomIds ids,
            SignallingWriter writer,
            JdbcClient reader) {
        this.notices = notices;
        this.series = series;
        this.versions = versions;
        this.contexts = contexts;
        this.ids = ids;
        this.writer = writer;
        this.reader = reader;
    }

    record SeriesView(String id, String version, SeriesBody series) {}

    List<SeriesView> list() {
        return notices.findSeries(reader).stream().map(SeriesService::view).toList();
    }

    SeriesView create(SeriesBody body) {
        return view(writer.write((db, now) -> {
            Series made = body.toSeries(ids.newId("series_"), contexts.load(db));
            series.save(db, made, now);
            return made;
        }));
    }

    /** Its notices begin with what it begins with, so a change of that is one of theirs too. */
    SeriesView save(String id, IfMatch match, SeriesBody body, String who) {
        return view(writer.write((db, now) -> {
            SeriesBody current = SeriesBody.of(get(db, id));
            match.check(ContentVersion.of(current), current);
            Series changed = body.toSeries(id, contexts.load(db));
            List<Notice> before = listNotices(db, id);
            series.save(db, changed, now);
            for (Notice was : before) {
                Notice is = was.withSeries(changed);
                if (is.timing().trigger().equals(was.timing().trigger())) continue;
                if (!versions.hasAny(db, was.id())) versions.insert(db, was.id(), was, now, "");
                notices.save(db, is, now);
                versions.insert(db, is.id(), is, now, who);
            }
            return changed;
        }));
    }

    /** @throws HeraldException while notices are in it */
    void delete(String id) {
        writer.write((db, now) -> {
            get(db, id);
            List<Notice> in = listNotices(db, id);
            if (!in.isEmpty())
                throw new HeraldException(
                        null,
                        "Take its notices out first: "
                                + in.stream().map(Notice::name).collect(Collectors.joining(", ")));
            series.delete(db, id);
            return null;
        });
    }

    private Series get(JdbcClient db, String id) {
        return notices.findSeries(db).stream()
                .filter(s -> s.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("There is no such series"));
    }

    private List<Notice> listNotices(JdbcClient db, String id) {
        return notices.findAll(db).stream()
                .filter(n ->
                        n.timing().series() != null && n.timing().series().id().equals(id))
                .toList();
    }

    private static SeriesView view(Series s) {
        SeriesBody body = SeriesBody.of(s);
        return new SeriesView(s.id(), ContentVersion.of(body), body);
    }
}
