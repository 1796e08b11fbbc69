package upbeat.herald.server.planfile;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Series;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.notice.NoticeService;
import upbeat.herald.server.notice.PlanContext;
import upbeat.herald.server.notice.SeriesRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.wording.WordingHistory;

/** Takes notices out of a file into the plan. */
@Service
class PlanImportService {
    private final PlanFileFormat format;
    private final PlanFileMapper mapper;
    private final NoticeRepository notices;
    private final NoticeService service;
    private final SeriesRepository series;
    private final WordingHistory history;
    private final BrandRepository brands;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    PlanImportService(
            PlanFileFormat format,
            PlanFileMapper mapper,
            NoticeRepository notices,
            NoticeService service,
            SeriesRepository series,
            WordingHistory history,
            BrandRepository brands,
            SignallingWriter writer,
            JdbcClient reader) {
        this.format = format;
        this.mapper = mapper;
        this.notices = notices;
        this.service = service;
        this.series = series;
        this.history = history;
        this.brands = brands;
        this.writer = writer;
        this.reader = reader;
    }

    /**
     * @param added, changed ids
     * @param series ids of those that came with them
     * @param before the changed ones as they were: taking this file in undoes it
     * @param mark of the plan as it is now
     */
    record Imported(List<String> added, List<String> changed, List<String> series, String before, String mark) {}

    /**
     * All of them or none.
     *
     * @param ids of the notices to take
     * @param mark of the plan that somebody compared the file with
     * @throws HeraldException where the plan has changed since
     */
    Imported importNotices(String text, List<String> ids, String mark, String who) {
        PlanFile file = format.read(text);
        String base = brands.baseLanguage(reader);
        Set<String> wanted = new HashSet<>(ids);
        // What a file says is worked on before the transaction, and used if the plan is still the same then.
        PlanContext context = mapper.loadContext(reader, file);
        Map<String, Notice> taken = new LinkedHashMap<>();
        for (PlanFile.NamedNotice named : file.notices()) {
            if (!wanted.contains(named.id())) continue;
            Notice before = notices.find(reader, named.id()).orElse(null);
            taken.put(named.id(), PlanFileMapper.toNotice(context, file.language(), named, before));
        }
        if (taken.isEmpty()) throw new HeraldException(null, "Choose at least one notice to import");
        Imported done = writer.write((db, now) -> {
            if (!mark(db).equals(mark) || !brands.baseLanguage(db).equals(base))
                throw new HeraldException(
                        null, "The plan has changed since. Choose the file again to see what differs now");
            List<String> added = new ArrayList<>();
            List<Notice> changed = new ArrayList<>();
            List<String> newSeries = saveNewSeries(db, taken.values(), now);
            taken.forEach((id, after) -> {
                Notice before = notices.find(db, id).orElse(null);
                service.putChecked(db, before, after, now, who);
                history.record(db, before, after, base, now, who);
                if (before == null) added.add(id);
                else changed.add(before);
            });
            return new Imported(
                    added,
                    changed.stream().map(Notice::id).toList(),
                    newSeries,
                    format.write(mapper.toFile(db, changed)),
                    mark(db));
        });
        service.notifyPut();
        return done;
    }

    /** A series that is here stays as it is. @return ids of those that weren't */
    private List<String> saveNewSeries(JdbcClient db, Collection<Notice> taken, Instant now) {
        Set<String> here = notices.findSeries(db).stream().map(Series::id).collect(Collectors.toSet());
        List<String> added = new ArrayList<>();
        for (Notice n : taken) {
            Series named = n.timing().series();
            if (named == null || !here.add(named.id())) continue;
            series.save(db, named, now);
            added.add(named.id());
        }
        return added;
    }

    private String mark(JdbcClient db) {
        return Long.toString(notices.findMark(db));
    }
}
