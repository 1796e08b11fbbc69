package upbeat.herald.server.message;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.notice.Reason;

/** Messages whose time has come and that haven't left, of one channel or notice, or all. */
@Repository
public class DueMessageRepository {
    private static final String DUE = """
            from message m where m.status in (""" + MessageRepository.from(MessageStatus.WITHHELD) + """
            ) and m.due_at <= :now and (:channel is null or m.channel = :channel)
            and (:notice is null or m.notice_id = :notice)""";
    private static final String SEQS = "select m.seq " + DUE + " limit :most";
    /** Spread over all of them: the first few may have much in common. */
    private static final String SOME = "select m.id, o.shop, o.number, m.channel from message m"
            + " join shop_order o on o.id = m.order_id where m.seq in (select m.seq " + DUE
            + ") order by m.seq % 97, m.seq limit :most";

    private final MessageRepository messages;

    DueMessageRepository(MessageRepository messages) {
        this.messages = messages;
    }

    /** Which are meant. @param channel its code, or null for any; {@code noticeId} the same */
    public record Scope(@Nullable String channel, @Nullable String noticeId) {}

    public record DueMessage(String id, String shop, String number, String channel) {}

    public int count(JdbcClient db, Scope scope, Instant now) {
        return ask(db, "select count(*) " + DUE, scope, now)
                .query(Integer.class)
                .single();
    }

    /** When the longest due of them was due. */
    public Optional<Instant> findOldest(JdbcClient db, Scope scope, Instant now) {
        return ask(db, "select min(m.due_at) as at " + DUE + " having at is not null", scope, now)
                .query(Long.class)
                .optional()
                .map(Instant::ofEpochMilli);
    }

    /** Messages of which nobody knows whether they were sent. */
    public int countUnsure(JdbcClient db) {
        return db.sql("select count(*) from message where status = 'unsure'")
                .query(Integer.class)
                .single();
    }

    /** In bytes, without the log that isn't carried over yet. */
    public long findDatabaseSize(JdbcClient db) {
        return db.sql("select page_count * page_size from pragma_page_count(), pragma_page_size()")
                .query(Long.class)
                .single();
    }

    /** Some of them, to look at. */
    public List<DueMessage> find(JdbcClient db, Scope scope, Instant now, int most) {
        return ask(db, SOME, scope, now)
                .param("most", most)
                .query((rs, i) -> new DueMessage(rs.getString(1), rs.getString(2), rs.getString(3), rs.getString(4)))
                .list();
    }

    /** Keeps some of them back for good. @return how many; fewer than {@code most} where nothing is left */
    public int withhold(JdbcClient db, Scope scope, Reason reason, Instant now, int most) {
        List<Long> seqs =
                ask(db, SEQS, scope, now).param("most", most).query(Long.class).list();
        for (long seq : seqs) messages.markWithheld(db, seq, reason);
        return seqs.size();
    }

    private static JdbcClient.StatementSpec ask(JdbcClient db, String sql, Scope scope, Instant now) {
        return db.sql(sql)
                .param("now", now.toEpochMilli())
                .param("channel", scope.channel())
                .param("notice", scope.noticeId());
    }
}
