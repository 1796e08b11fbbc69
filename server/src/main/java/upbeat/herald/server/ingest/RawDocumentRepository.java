package upbeat.herald.server.ingest;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What came in, word for word, so that it can be read again. */
@Repository
public class RawDocumentRepository {
    public void insert(JdbcClient db, String kind, @Nullable String source, String body, Instant now) {
        db.sql("insert into fact (kind, source, received_at, body) values (?, ?, ?, ?)")
                .params(kind, source, now.toEpochMilli(), body)
                .update();
    }
}
