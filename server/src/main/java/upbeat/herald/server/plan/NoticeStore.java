package upbeat.herald.server.plan;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.LastUsed;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.storage.Json;

@Repository
public class NoticeStore {
    /** What was read before, by its text: the plan is asked for with every stage reached. */
    private final Map<String, Notice> read = LastUsed.map(200);
    private static final String PUT = """
            insert into notice (id, position, body, updated_at) values (?, (select coalesce(max(position), 0) + 1 from notice), ?, ?)
            on conflict (id) do update set body = excluded.body, updated_at = excluded.updated_at""";

    public List<Notice> all(JdbcClient db) {
        return db.sql("select body from notice order by position").query(String.class).list().stream().map(this::read).toList();
    }

    public Optional<Notice> find(JdbcClient db, String id) {
        return db.sql("select body from notice where id = ?").param(id).query(String.class).optional().map(this::read);
    }

    private Notice read(String body) {
        return read.computeIfAbsent(body, b -> Json.read(b, Notice.class));
    }

    public void put(JdbcClient db, Notice notice, Instant now) {
        db.sql(PUT).params(notice.id(), Json.of(notice), now.toEpochMilli()).update();
    }

    public void remove(JdbcClient db, String id) {
        db.sql("delete from notice where id = ?").param(id).update();
    }
}
