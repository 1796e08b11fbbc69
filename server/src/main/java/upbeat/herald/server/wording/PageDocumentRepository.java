package upbeat.herald.server.wording;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.PageDocument;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.platform.persistence.Json;

/** What a team wrote on its tracking page. */
@Repository
public class PageDocumentRepository {
    private static final String SAVE =
            "insert into page_text (id, body) values (?, ?) on conflict (id) do update set body = excluded.body";

    /** @param wordings by channel word */
    private record Stored(Map<String, Wording> wordings, List<LocalizedWording> others) {}

    /** Empty while nobody wrote anything. */
    public Optional<Notice> find(JdbcClient db) {
        return db.sql("select body from page_text where id = ?")
                .param(PageDocument.ID)
                .query(String.class)
                .optional()
                .map(PageDocumentRepository::read);
    }

    /** As it is by itself while nobody wrote anything. */
    Notice get(JdbcClient db) {
        return find(db).orElseGet(
                        () -> PageDocument.create(Map.of(PageDocument.BLOCKS, PageDocument.starter()), List.of()));
    }

    void save(JdbcClient db, Notice page) {
        Map<String, Wording> wordings = new HashMap<>();
        page.content().wordings().forEach((channel, wording) -> wordings.put(channel.code(), wording));
        db.sql(SAVE)
                .params(
                        PageDocument.ID,
                        Json.write(new Stored(wordings, page.content().others())))
                .update();
    }

    private static Notice read(String body) {
        Stored stored = Json.read(body, Stored.class);
        Map<Channel, Wording> wordings = new HashMap<>();
        stored.wordings().forEach((code, wording) -> Channel.fromCode(code)
                .ifPresent(channel -> wordings.put(channel, wording)));
        return PageDocument.create(wordings, stored.others());
    }
}
