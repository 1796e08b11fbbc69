package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Json;

@Repository
public class AnswerRepository {
    private static final String SELECT =
            "select order_id, notice_id, message_id, button, label, text, refuses, via, at from answer ";
    private static final String INSERT = """
            insert into answer (order_id, notice_id, message_id, button, label, text, refuses, via, at)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing""";

    private static final String UPDATE = """
            update answer set button = ?, label = ?, text = ?, refuses = ?, via = ?, at = ?
            where order_id = ? and notice_id = ?""";
    private static final String ERASE_TEXTS =
            "update answer set text = null where order_id in (select value from json_each(?)) and text is not null";

    /** How an answer came, beside the words of channels. */
    public static final String BY_PAGE = "page";

    public static final String BY_HAND = "hand";
    /** Nobody answered, and the notice says what that means. */
    public static final String BY_SILENCE = "no-answer";

    /**
     * What a customer said.
     *
     * @param text what they wrote with it, or null
     * @param via channel word, or one of {@link #BY_PAGE}, {@link #BY_HAND}, {@link #BY_SILENCE}
     */
    public record AnswerRow(
            long orderId,
            String noticeId,
            String messageId,
            String button,
            String label,
            @Nullable String text,
            boolean refuses,
            String via,
            Instant at) {}

    /** True where this is the first answer to the question; a later one changes nothing. */
    public boolean insert(JdbcClient db, AnswerRow a) {
        return db.sql(INSERT)
                        .params(
                                a.orderId(),
                                a.noticeId(),
                                a.messageId(),
                                a.button(),
                                a.label(),
                                a.text(),
                                a.refuses() ? 1 : 0,
                                a.via(),
                                a.at().toEpochMilli())
                        .update()
                == 1;
    }

    /** Puts another answer to the same question in its place. */
    public void update(JdbcClient db, AnswerRow a) {
        db.sql(UPDATE)
                .params(
                        a.button(),
                        a.label(),
                        a.text(),
                        a.refuses() ? 1 : 0,
                        a.via(),
                        a.at().toEpochMilli(),
                        a.orderId(),
                        a.noticeId())
                .update();
    }

    /** Forgets what the customers of these orders wrote; what they chose stays. */
    public void eraseTexts(JdbcClient db, Collection<Long> orders) {
        db.sql(ERASE_TEXTS).param(Json.write(orders)).update();
    }

    /** Orders whose customers gave this answer since a moment. */
    public List<AnswerRow> findSince(JdbcClient db, String noticeId, String button, Instant since, int most) {
        return db.sql(SELECT + "where notice_id = ? and button = ? and at >= ? order by at limit ?")
                .params(noticeId, button, since.toEpochMilli(), most)
                .query(AnswerRepository::row)
                .list();
    }

    /** Which of these orders their customers asked to cancel. */
    public Set<Long> findRefused(JdbcClient db, Collection<Long> orders) {
        return new HashSet<>(
                db.sql("select order_id from answer where refuses = 1 and order_id in (select value from json_each(?))")
                        .param(Json.write(orders))
                        .query(Long.class)
                        .list());
    }

    public List<AnswerRow> findByOrder(JdbcClient db, long orderId) {
        return db.sql(SELECT + "where order_id = ? order by at, id")
                .param(orderId)
                .query(AnswerRepository::row)
                .list();
    }

    /** The answers of each of these orders, by its id. */
    public Map<Long, List<AnswerRow>> findByOrder(JdbcClient db, Collection<Long> orders) {
        return db
                .sql(SELECT + "where order_id in (select value from json_each(?))")
                .param(Json.write(orders))
                .query(AnswerRepository::row)
                .list()
                .stream()
                .collect(Collectors.groupingBy(AnswerRow::orderId));
    }

    public Optional<AnswerRow> find(JdbcClient db, long orderId, String noticeId) {
        return db.sql(SELECT + "where order_id = ? and notice_id = ?")
                .params(orderId, noticeId)
                .query(AnswerRepository::row)
                .optional();
    }

    private static AnswerRow row(ResultSet rs, int i) throws SQLException {
        return new AnswerRow(
                rs.getLong("order_id"),
                rs.getString("notice_id"),
                rs.getString("message_id"),
                rs.getString("button"),
                rs.getString("label"),
                rs.getString("text"),
                rs.getInt("refuses") == 1,
                rs.getString("via"),
                Instant.ofEpochMilli(rs.getLong("at")));
    }
}
