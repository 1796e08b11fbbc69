package upbeat.herald.server.message;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Columns;

/** What happened to a message: each attempt with the gateway's words, receipts, and what people did. */
@Repository
public class MessageEventRepository {
    private static final String INSERT = """
            insert into message_event (message, n, at, kind, said, by)
            select :message, coalesce(max(n), 0) + 1, :at, :kind, :said, :by from message_event
            where message = :message""";
    private static final String FIND = "select at, kind, said, by from message_event where message = ? order by n";
    private static final int LONGEST = 500;

    /**
     * @param kind {@code accepted}, {@code refused}, {@code later}, {@code away}, {@code unsure} or
     *     {@code not-approved} of an attempt; {@code delivered}, {@code read} or {@code failed} of a receipt;
     *     {@code again}, {@code cancelled}, {@code settled} or {@code resent} of what a person did
     * @param said in the other side's words; {@code by} whoever did it
     */
    public record MessageEvent(
            Instant at,
            String kind,
            @Nullable String said,
            @Nullable String by) {
        public MessageEvent(Instant at, String kind, @Nullable String said) {
            this(at, kind, said, null);
        }
    }

    public void insert(JdbcClient db, long message, MessageEvent event) {
        String said = event.said();
        db.sql(INSERT)
                .param("message", message)
                .param("at", event.at().toEpochMilli())
                .param("kind", event.kind())
                .param("said", said == null || said.length() <= LONGEST ? said : said.substring(0, LONGEST) + "…")
                .param("by", event.by())
                .update();
    }

    /** The oldest first. */
    public List<MessageEvent> find(JdbcClient db, long message) {
        return db.sql(FIND)
                .param(message)
                .query((rs, i) -> new MessageEvent(
                        Columns.instant(rs, "at"), rs.getString("kind"), rs.getString("said"), rs.getString("by")))
                .list();
    }
}
