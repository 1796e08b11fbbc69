package upbeat.herald.server.platform.outbox;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.random.RandomIds;

/** Takes what is to be told, within the transaction that has it to say. */
@Component
public class Outbox {
    private final OutboxRepository items;
    private final RandomIds ids;

    Outbox(OutboxRepository items, RandomIds ids) {
        this.items = items;
        this.ids = ids;
    }

    /** An id for something to be told, where its body names it. */
    public String nextId() {
        return ids.newId("evt_");
    }

    /** @param id from {@link #nextId} */
    public void add(
            JdbcClient db,
            String id,
            String kind,
            @Nullable String target,
            @Nullable Long orderId,
            String title,
            String body,
            Instant now) {
        items.insert(db, new OutboxItem(id, kind, target, orderId, title, body, now));
    }
}
