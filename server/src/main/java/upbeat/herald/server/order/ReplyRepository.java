package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** What customers wrote back, in their own words. */
@Repository
public class ReplyRepository {
    private static final String INSERT = """
            insert into reply (channel, sender, reference, received_at, text, meaning, order_id, notice_id, handled_at,
            handled_by) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing""";
    private static final String WAITING = """
            select r.*, o.shop, o.number from reply r left join shop_order o on o.id = r.order_id
            where r.handled_at is null order by r.received_at, r.seq limit ?""";
    private static final String COUNT_UNKNOWN_SINCE =
            "select count(*) from reply where received_at >= ? and channel = ? and order_id is null";
    static final String COUNT_SINCE =
            "select count(*) from reply where channel = ? and sender = ? and received_at >= ?";
    static final String LAST_AT =
            "select max(received_at) from reply where channel = ? and sender = ? having max(received_at) is not null";
    private static final String HANDLE =
            "update reply set handled_at = ?, handled_by = ? where seq = ? and handled_at is null";
    private static final String ERASE =
            "update reply set text = '', sender = '' where order_id in (select value from json_each(?))";

    /**
     * A reply to be kept.
     *
     * @param meaning {@code yes}, {@code no}, {@code stop} or {@code other}
     * @param noticeId of the question it answered, or null
     * @param handledBy who or what dealt with it; null where a person has to
     */
    public record NewReply(
            String channel,
            String sender,
            @Nullable String reference,
            String text,
            String meaning,
            @Nullable Long orderId,
            @Nullable String noticeId,
            @Nullable String handledBy) {}

    /** @param shop, number of the order it is about, or null where nobody knows */
    public record ReplyRow(
            long seq,
            String channel,
            String sender,
            Instant receivedAt,
            String text,
            String meaning,
            @Nullable String shop,
            @Nullable String number,
            boolean isHandled,
            @Nullable String assignedTo) {}

    /** @return false where it came before */
    public boolean insert(JdbcClient db, NewReply r, Instant now) {
        return db.sql(INSERT)
                        .params(
                                r.channel(),
                                r.sender(),
                                r.reference(),
                                now.toEpochMilli(),
                                r.text(),
                                r.meaning(),
                                r.orderId(),
                                r.noticeId(),
                                r.handledBy() == null ? null : now.toEpochMilli(),
                                r.handledBy())
                        .update()
                == 1;
    }

    public int countSince(JdbcClient db, String channel, String sender, Instant since) {
        return db.sql(COUNT_SINCE)
                .params(channel, sender, since.toEpochMilli())
                .query(Integer.class)
                .single();
    }

    /** How many came over a channel from addresses that no order has. */
    public int countUnknownSince(JdbcClient db, String channel, Instant since) {
        return db.sql(COUNT_UNKNOWN_SINCE)
                .params(since.toEpochMilli(), channel)
                .query(Integer.class)
                .single();
    }

    /** Those that wait for a person, the oldest first. */
    public List<ReplyRow> findWaiting(JdbcClient db, int most) {
        return db.sql(WAITING).param(most).query(ReplyRepository::row).list();
    }

    public int countWaiting(JdbcClient db) {
        return db.sql("select count(*) from reply where handled_at is null")
                .query(Integer.class)
                .single();
    }

    public List<ReplyRow> findByOrder(JdbcClient db, long orderId) {
        return db.sql("""
                select r.*, o.shop, o.number from reply r join shop_order o on o.id = r.order_id where r.order_id = ?
                order by r.received_at, r.seq""").param(orderId).query(ReplyRepository::row).list();
    }

    /** When somebody wrote last over a channel. */
    public Optional<Instant> findLastAt(JdbcClient db, String channel, String sender) {
        return db.sql(LAST_AT)
                .params(channel, sender)
                .query(Long.class)
                .optional()
                .map(Instant::ofEpochMilli);
    }

    public Optional<ReplyRow> find(JdbcClient db, long seq) {
        return db.sql(
                        "select r.*, o.shop, o.number from reply r left join shop_order o on o.id = r.order_id where r.seq = ?")
                .param(seq)
                .query(ReplyRepository::row)
                .optional();
    }

    /** @param who takes care of it, or null for nobody. @return false where it was dealt with already */
    public boolean assign(JdbcClient db, long seq, @Nullable String who) {
        return db.sql("update reply set assigned_to = ? where seq = ? and handled_at is null")
                        .params(who, seq)
                        .update()
                == 1;
    }

    /** @return false where somebody else dealt with it */
    public boolean handle(JdbcClient db, long seq, String by, Instant now) {
        return db.sql(HANDLE).params(now.toEpochMilli(), by, seq).update() == 1;
    }

    public void erase(JdbcClient db, Collection<Long> orders) {
        db.sql(ERASE).param(Json.write(orders)).update();
    }

    private static ReplyRow row(ResultSet rs, int i) throws SQLException {
        return new ReplyRow(
                rs.getLong("seq"),
                rs.getString("channel"),
                rs.getString("sender"),
                Columns.instant(rs, "received_at"),
                rs.getString("text"),
                rs.getString("meaning"),
                rs.getString("shop"),
                rs.getString("number"),
                rs.getObject("handled_at") != null,
                rs.getString("assigned_to"));
    }
}
