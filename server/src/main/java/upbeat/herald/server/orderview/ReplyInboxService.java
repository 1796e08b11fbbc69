package upbeat.herald.server.orderview;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Replies that wait for a person. */
@Service
class ReplyInboxService {
    private static final int MOST = 200;

    private final ReplyRepository replies;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    ReplyInboxService(ReplyRepository replies, JdbcClient reader, SignallingWriter writer) {
        this.replies = replies;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param shop, number of the order it is about, or null where nobody knows */
    record WaitingReply(
            long id,
            String channel,
            String sender,
            Instant receivedAt,
            String text,
            @Nullable String shop,
            @Nullable String number) {}

    /** @param waiting how many there are, also those that aren't listed */
    record ReplyInbox(int waiting, List<WaitingReply> replies) {}

    ReplyInbox list() {
        return new ReplyInbox(
                replies.countWaiting(reader),
                replies.findWaiting(reader, MOST).stream()
                        .map(r -> new WaitingReply(
                                r.seq(), r.channel(), r.sender(), r.receivedAt(), r.text(), r.shop(), r.number()))
                        .toList());
    }

    /** @throws NotFoundException where somebody dealt with it already */
    void markDone(long id, String by) {
        if (!writer.write((db, now) -> replies.handle(db, id, by, now)))
            throw new NotFoundException("Somebody has dealt with this reply already");
    }
}
