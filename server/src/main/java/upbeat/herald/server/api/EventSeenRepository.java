package upbeat.herald.server.api;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.exchange.CloudEvent;

/** Which events came in before. */
@Repository
class EventSeenRepository {
    private static final String FIND = "select exists (select 1 from event_seen where source = ? and id = ?)";
    private static final String INSERT =
            "insert into event_seen (source, id, at) values (?, ?, ?) on conflict do nothing";

    boolean isSeen(JdbcClient db, CloudEvent event) {
        return db.sql(FIND)
                .params(event.source(), event.id())
                .query(Boolean.class)
                .single();
    }

    void insert(JdbcClient db, CloudEvent event, Instant now) {
        db.sql(INSERT).params(event.source(), event.id(), now.toEpochMilli()).update();
    }
}
