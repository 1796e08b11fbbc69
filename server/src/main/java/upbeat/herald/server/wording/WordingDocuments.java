package upbeat.herald.server.wording;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.PageDocument;
import upbeat.herald.server.notice.NoticeRepository;

/** All that has texts: the plan's notices, and the tracking page in the form of one. */
@Component
class WordingDocuments {
    private final NoticeRepository notices;
    private final PageDocumentRepository page;

    WordingDocuments(NoticeRepository notices, PageDocumentRepository page) {
        this.notices = notices;
        this.page = page;
    }

    Optional<Notice> find(JdbcClient db, String id) {
        return id.equals(PageDocument.ID) ? Optional.of(page.get(db)) : notices.find(db, id);
    }

    /** The page last. */
    List<Notice> findAll(JdbcClient db) {
        List<Notice> all = new ArrayList<>(notices.findAll(db));
        all.add(page.get(db));
        return all;
    }

    /** Those that somebody wrote. */
    List<Notice> findWritten(JdbcClient db) {
        List<Notice> all = new ArrayList<>(notices.findAll(db));
        page.find(db).ifPresent(all::add);
        return all;
    }

    void save(JdbcClient db, Notice document, Instant now) {
        if (document.isPage()) page.save(db, document);
        else notices.save(db, document, now);
    }
}
