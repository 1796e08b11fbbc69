package upbeat.herald.server.orderview;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Columns;

/** Questions that were sent, with what became of them. */
@Repository
class AnswerListRepository {
    private static final String FROM = """
             from question_asked q cross join shop_order o on o.id = q.order_id
            left join answer a on a.order_id = q.order_id and a.notice_id = q.notice_id
            where q.asked_at >= :since""";
    private static final String NOTICE = " and q.notice_id = :notice";
    /** A part of an order that came there counts. */
    private static final String STAGE = " and replace(o.stage, 'partly-', '') = :stage";

    private static final String BY_STAGE = "select replace(o.stage, 'partly-', '') as stage, count(*) as n" + FROM
            + State.WAITING.condition + " group by 1";
    /** An order that was cancelled meanwhile waits for nothing. */
    private static final String WAITS = "q.ended_at is null and a.at is null and o.ended is not 'cancelled'";

    private static final String IN_VAIN =
            "(q.ended_at is not null or o.ended is 'cancelled') and (a.at is null or a.via = 'no-answer')";
    private static final String COUNTED = "count(*), total(" + WAITS + "),"
            + " total(a.refuses = 0 and a.via <> 'no-answer'), total(a.refuses = 1 and a.via <> 'no-answer'),"
            + " total(" + IN_VAIN + ")";
    private static final String TIMES = """
            select q.notice_id, a.at - q.asked_at from question_asked q
            join answer a on a.order_id = q.order_id and a.notice_id = q.notice_id
            where q.asked_at >= ? and a.via <> 'no-answer' and a.at >= q.asked_at order by q.asked_at desc limit ?""";
    private static final String BY_NOTICE = """
            select q.notice_id, count(*), count(a.at) - total(a.via = 'no-answer'), total(a.refuses = 1)
            from question_asked q left join answer a on a.order_id = q.order_id and a.notice_id = q.notice_id
            where q.asked_at >= ? group by q.notice_id""";

    /** How a question stands. */
    enum State {
        WAITING(" and " + WAITS),
        CONFIRMED(" and a.refuses = 0 and a.via <> 'no-answer'"),
        CANCELLED(" and a.refuses = 1 and a.via <> 'no-answer'"),
        UNANSWERED(" and " + IN_VAIN);

        private final String condition;

        State(String condition) {
            this.condition = condition;
        }
    }

    /** Which are meant. @param state, notice, stage null for any */
    record Filter(
            Instant since,
            @Nullable State state,
            @Nullable String notice,
            @Nullable String stage) {}

    /** @param label, text, via, answeredAt of the answer that counts; null where there is none */
    record AskedQuestion(
            long orderId,
            String shop,
            String number,
            @Nullable String customer,
            String noticeId,
            Instant askedAt,
            @Nullable Instant endedAt,
            @Nullable String label,
            @Nullable String text,
            @Nullable String via,
            boolean refuses,
            @Nullable Instant answeredAt,
            String stage) {}

    record WaitingAt(String stage, int questions) {}

    record Counts(int all, int waiting, int confirmed, int cancelled, int unanswered) {}

    /** @param answered by the customer or by hand; {@code refused} of those */
    record NoticeCount(String noticeId, int asked, int answered, int refused) {}

    /** The newest first. */
    List<AskedQuestion> find(JdbcClient db, Filter f, int most, int skip) {
        String sql =
                "select q.order_id, o.shop, o.number, o.name, q.notice_id, q.asked_at, q.ended_at, a.label, a.text,"
                        + " a.via, a.refuses, a.at as answered_at, o.stage" + where(f)
                        + (f.state() == null ? "" : f.state().condition)
                        + " order by q.asked_at desc, q.order_id desc limit :most offset :skip";
        return params(db.sql(sql), f)
                .param("most", most)
                .param("skip", skip)
                .query(AnswerListRepository::row)
                .list();
    }

    Counts count(JdbcClient db, Filter f) {
        return params(db.sql("select " + COUNTED + where(f)), f)
                .query((rs, i) -> new Counts(rs.getInt(1), rs.getInt(2), rs.getInt(3), rs.getInt(4), rs.getInt(5)))
                .single();
    }

    private static String where(Filter f) {
        return FROM + (f.notice() == null ? "" : NOTICE) + (f.stage() == null ? "" : STAGE);
    }

    private static JdbcClient.StatementSpec params(JdbcClient.StatementSpec sql, Filter f) {
        JdbcClient.StatementSpec with = sql.param("since", f.since().toEpochMilli());
        if (f.notice() != null) with = with.param("notice", f.notice());
        if (f.stage() != null) with = with.param("stage", f.stage());
        return with;
    }

    List<NoticeCount> countByNotice(JdbcClient db, Instant since) {
        return db.sql(BY_NOTICE)
                .param(since.toEpochMilli())
                .query((rs, i) -> new NoticeCount(rs.getString(1), rs.getInt(2), rs.getInt(3), rs.getInt(4)))
                .list();
    }

    /** How many wait for an answer at each stage of their order. */
    List<WaitingAt> countWaiting(JdbcClient db, Instant since) {
        return db.sql(BY_STAGE)
                .param("since", since.toEpochMilli())
                .query((rs, i) -> new WaitingAt(rs.getString(1), rs.getInt(2)))
                .list();
    }

    /** How long customers took to answer, in milliseconds, by notice. @param most of the newest answers */
    Map<String, List<Long>> findTimes(JdbcClient db, Instant since, int most) {
        Map<String, List<Long>> times = new HashMap<>();
        db.sql(TIMES).params(since.toEpochMilli(), most).query(rs -> {
            times.computeIfAbsent(rs.getString(1), k -> new ArrayList<>()).add(rs.getLong(2));
        });
        return times;
    }

    private static AskedQuestion row(ResultSet rs, int i) throws SQLException {
        return new AskedQuestion(
                rs.getLong("order_id"),
                rs.getString("shop"),
                rs.getString("number"),
                rs.getString("name"),
                rs.getString("notice_id"),
                Columns.instant(rs, "asked_at"),
                Columns.nullableInstant(rs, "ended_at"),
                rs.getString("label"),
                rs.getString("text"),
                rs.getString("via"),
                rs.getInt("refuses") == 1,
                Columns.nullableInstant(rs, "answered_at"),
                rs.getString("stage"));
    }
}
