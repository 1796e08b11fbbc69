package upbeat.herald.server.ingest.webhook;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What came in at shops' addresses, word for word. */
@Repository
class WebhookRequestRepository {
    private static final String COLUMNS =
            "select id, shop, webhook_id, received_at, body, state, reason, order_number from arrival ";
    private static final String KEEP =
            "insert into arrival (shop, webhook_id, received_at, body, content_hash, state) values (?, ?, ?, ?, ?, 'new') on conflict do nothing returning id";

    /**
     * @param state {@code new} (no mapping yet), {@code read}, {@code partly} (read, but for a word nobody mapped) or
     *     {@code unread}
     */
    record RequestRow(
            long id,
            String shop,
            String webhookId,
            Instant receivedAt,
            String body,
            String state,
            String reason,
            String orderNumber) {}

    /** Keeps an arrival; empty where the same call came before. */
    Optional<Long> insert(JdbcClient db, String shop, @Nullable String webhookId, String body, Instant now) {
        return db.sql(KEEP)
                .params(shop, webhookId, now.toEpochMilli(), body, hash(body))
                .query(Long.class)
                .optional();
    }

    /** True where the same content came to this shop since then. */
    boolean existsSince(JdbcClient db, String shop, String body, Instant since) {
        return db.sql("select count(*) from arrival where shop = ? and content_hash = ? and received_at > ?")
                        .params(shop, hash(body), since.toEpochMilli())
                        .query(Integer.class)
                        .single()
                > 0;
    }

    private static String hash(String body) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(body.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }

    /** What became of a request. One about nobody but an erased customer goes. */
    void record(JdbcClient db, long id, WebhookRequestProcessor.Outcome outcome) {
        if (outcome.isOfErased()) delete(db, id);
        else
            db.sql("update arrival set state = ?, reason = ?, order_number = ? where id = ?")
                    .params(outcome.state(), outcome.reason(), outcome.number(), id)
                    .update();
    }

    Optional<RequestRow> find(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?")
                .param(id)
                .query(WebhookRequestRepository::row)
                .optional();
    }

    /** Newest first. @param after only those newer than this one; {@code state} or null */
    List<RequestRow> findLatest(JdbcClient db, String shop, long after, @Nullable String state, int most) {
        return db.sql(
                        COLUMNS
                                + "where shop = :shop and id > :after and (:state is null or state = :state) order by id desc limit :most")
                .param("shop", shop)
                .param("after", after)
                .param("state", state)
                .param("most", most)
                .query(WebhookRequestRepository::row)
                .list();
    }

    /** Oldest first, for reading again. */
    List<RequestRow> findPage(JdbcClient db, String shop, long after, boolean unreadOnly, int most) {
        return db.sql(
                        COLUMNS
                                + "where shop = ? and id > ? and (? = 0 or state in ('new', 'partly', 'unread')) order by id limit ?")
                .params(shop, after, unreadOnly ? 1 : 0, most)
                .query(WebhookRequestRepository::row)
                .list();
    }

    void delete(JdbcClient db, long id) {
        db.sql("delete from arrival where id = ?").param(id).update();
    }

    Map<String, Integer> countByState(JdbcClient db, String shop) {
        record Count(String state, int n) {}
        return db
                .sql("select state, count(*) as n from arrival where shop = ? group by state")
                .param(shop)
                .query((rs, i) -> new Count(rs.getString(1), rs.getInt(2)))
                .list()
                .stream()
                .collect(Collectors.toMap(Count::state, Count::n));
    }

    private static RequestRow row(ResultSet rs, int i) throws SQLException {
        return new RequestRow(
                rs.getLong("id"),
                rs.getString("shop"),
                rs.getString("webhook_id"),
                Instant.ofEpochMilli(rs.getLong("received_at")),
                rs.getString("body"),
                rs.getString("state"),
                rs.getString("reason"),
                rs.getString("order_number"));
    }
}
