package upbeat.herald.server.message;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** What messages said; that they were sent, when, where to and what they cost stays. */
@Repository
class MessageTextRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            update message set subject = null, text = null, html = null where seq in
            (select seq from message where sent_at < ? and text is not null order by sent_at limit ?)""";

    MessageTextRetentionRepository(RetentionProperties keep) {
        super("texts of messages", keep.texts(), DELETE);
    }
}
