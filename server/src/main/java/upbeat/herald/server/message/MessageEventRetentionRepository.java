package upbeat.herald.server.message;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Attempts and receipts, as long as the texts they are about. Messages are numbered in the order they were planned. */
@Repository
class MessageEventRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from message_event where (message, n) in (select message, n from message_event where message <=
            (select seq from message where planned_at < ? order by planned_at desc limit 1) limit ?)""";

    MessageEventRetentionRepository(RetentionProperties keep) {
        super("attempts and receipts of messages", keep.texts(), DELETE);
    }
}
