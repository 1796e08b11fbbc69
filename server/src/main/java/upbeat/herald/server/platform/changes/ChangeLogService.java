package upbeat.herald.server.platform.changes;

import java.io.OutputStream;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.changes.ChangeLogRepository.NotedChange;
import upbeat.herald.server.platform.changes.ChangeLogRepository.Search;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.sheet.SheetFile;

/** The change log, looked through and saved as a file. */
@Service
class ChangeLogService {
    private static final int PAGE = 50;
    private static final int TOGETHER = 500;
    private static final List<String> HEADINGS =
            List.of("number", "time", "by", "area", "subject", "action", "before", "after");

    private final ChangeLogRepository changes;
    private final ChangeLog log;
    private final JdbcClient reader;

    ChangeLogService(ChangeLogRepository changes, ChangeLog log, JdbcClient reader) {
        this.changes = changes;
        this.log = log;
        this.reader = reader;
    }

    /** @param search words in all that is kept; blank means all */
    record ChangeAsk(
            @Nullable String area,
            @Nullable String by,
            @Nullable String search) {}

    /** @param next where the next page begins, or null; {@code people} all who ever changed something */
    record ChangePage(List<NotedChange> changes, @Nullable Long next, List<String> people) {}

    ChangePage find(ChangeAsk ask, @Nullable Long below) {
        List<NotedChange> page = changes.find(reader, parse(ask), below, PAGE);
        return new ChangePage(
                page, page.size() < PAGE ? null : page.get(page.size() - 1).seq(), changes.findPeople(reader));
    }

    private static Search parse(ChangeAsk ask) {
        String words = Texts.blankToNull(ask.search());
        return new Search(
                Texts.blankToNull(ask.area()),
                Texts.blankToNull(ask.by()),
                words == null ? null : words.toLowerCase(Locale.ROOT));
    }

    /** @param format csv or xlsx */
    ResponseEntity<StreamingResponseBody> export(String format, ChangeAsk ask) {
        SheetFile sheet = SheetFile.parse(format);
        log.noteExport("change log", Map.of("format", format));
        Search search = parse(ask);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, sheet.mediaType())
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"changes." + sheet.extension() + "\"")
                .body(out -> write(out, sheet, search));
    }

    private void write(OutputStream out, SheetFile sheet, Search search) throws java.io.IOException {
        sheet.write(out, "Changes", rows -> {
            rows.write(HEADINGS);
            Long below = null;
            List<NotedChange> page;
            do {
                page = changes.find(reader, search, below, TOGETHER);
                for (NotedChange c : page) {
                    rows.write(List.of(
                            Long.toString(c.seq()),
                            c.at().toString(),
                            c.by(),
                            c.area(),
                            c.subject(),
                            c.action(),
                            c.before() == null ? "" : Json.write(c.before()),
                            c.after() == null ? "" : Json.write(c.after())));
                    below = c.seq();
                }
            } while (page.size() == TOGETHER);
        });
    }
}
