package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.QuestionEnd;
import upbeat.herald.server.platform.persistence.Columns;

/** Questions that were sent, each once for an order, until they were answered or ended. */
@Repository
public class QuestionAskedRepository {
    /** How a question ended that somebody answered. */
    public static final String ANSWERED = "answered";

    private static final String INSERT = """
            insert into question_asked (order_id, notice_id, message_seq, asked_at, end_stage, next_at)
            values (?, ?, ?, ?, ?, ?) on conflict do nothing""";
    private static final String DUE = """
            select * from question_asked where ended_at is null and next_at is not null and next_at <= ?
            order by next_at limit ?""";
    /** The plus keeps SQLite from walking over all visits to a stage. */
    static final String AT_STAGE = """
            select q.*, (select min(s.at) from stage_reached s where s.order_id = q.order_id and +s.stage = q.end_stage)
            as reached_at from question_asked q
            where q.ended_at is null and q.stage_at is null and q.end_stage is not null
            and exists (select 1 from stage_reached s where s.order_id = q.order_id and +s.stage = q.end_stage)
            limit ?""";

    private static final String PROGRESS =
            "update question_asked set stage_at = ?, reminded_at = ?, next_at = ? where order_id = ? and notice_id = ?";
    private static final String END = """
            update question_asked set ended_at = ?, outcome = ?, next_at = null
            where order_id = ? and notice_id = ? and ended_at is null""";
    private static final String NEXT = """
            select min(next_at) as at from question_asked where ended_at is null and next_at is not null and next_at > ?
            having min(next_at) is not null""";
    private static final String STAGE_AT =
            "select min(at) as at from stage_reached where order_id = ? and +stage = ? having min(at) is not null";

    /**
     * @param messageSeq of the message that asked first
     * @param outcome how it ended, or null while it is open
     */
    public record AskedRow(
            long orderId,
            String noticeId,
            long messageSeq,
            QuestionEnd.Asked asked,
            @Nullable Instant endedAt,
            @Nullable String outcome) {
        public boolean isOpen() {
            return endedAt == null;
        }
    }

    /** @return false where this question was asked before */
    public boolean insert(
            JdbcClient db,
            long orderId,
            String noticeId,
            long messageSeq,
            Instant askedAt,
            @Nullable Stage endStage,
            @Nullable Instant nextAt) {
        return db.sql(INSERT)
                        .params(
                                orderId,
                                noticeId,
                                messageSeq,
                                askedAt.toEpochMilli(),
                                endStage == null ? null : endStage.code(),
                                Columns.millis(nextAt))
                        .update()
                == 1;
    }

    public Optional<AskedRow> find(JdbcClient db, long orderId, String noticeId) {
        return db.sql("select * from question_asked where order_id = ? and notice_id = ?")
                .params(orderId, noticeId)
                .query(QuestionAskedRepository::row)
                .optional();
    }

    public List<AskedRow> findByOrder(JdbcClient db, long orderId) {
        return db.sql("select * from question_asked where order_id = ? order by asked_at")
                .param(orderId)
                .query(QuestionAskedRepository::row)
                .list();
    }

    public List<AskedRow> findDue(JdbcClient db, Instant now, int most) {
        return db.sql(DUE)
                .params(now.toEpochMilli(), most)
                .query(QuestionAskedRepository::row)
                .list();
    }

    /** The next moment after {@code after} at which a question is to be looked at, or empty. */
    public Optional<Instant> findNextDue(JdbcClient db, Instant after) {
        return db.sql(NEXT)
                .param(after.toEpochMilli())
                .query((rs, i) -> Columns.instant(rs, "at"))
                .optional();
    }

    /** Questions whose order came to the stage that ends them, which nobody saw yet; as they are from then on. */
    public List<AskedRow> findReachedStage(JdbcClient db, int most) {
        return db.sql(AT_STAGE)
                .param(most)
                .query((rs, i) -> {
                    AskedRow row = row(rs, i);
                    return new AskedRow(
                            row.orderId(),
                            row.noticeId(),
                            row.messageSeq(),
                            new QuestionEnd.Asked(
                                    row.asked().at(), row.asked().remindedAt(), Columns.instant(rs, "reached_at")),
                            row.endedAt(),
                            row.outcome());
                })
                .list();
    }

    /** When the order first came to a stage; empty where it didn't. */
    public Optional<Instant> findStageAt(JdbcClient db, long orderId, Stage stage) {
        return db.sql(STAGE_AT)
                .params(orderId, stage.code())
                .query((rs, i) -> Columns.instant(rs, "at"))
                .optional();
    }

    /** @param nextAt when it has to be looked at next, or null */
    public void update(JdbcClient db, AskedRow row, @Nullable Instant nextAt) {
        db.sql(PROGRESS)
                .params(
                        Columns.millis(row.asked().stageAt()),
                        Columns.millis(row.asked().remindedAt()),
                        Columns.millis(nextAt),
                        row.orderId(),
                        row.noticeId())
                .update();
    }

    /** @return false where it had ended before, or was never asked */
    public boolean end(JdbcClient db, long orderId, String noticeId, String outcome, Instant now) {
        return db.sql(END)
                        .params(now.toEpochMilli(), outcome, orderId, noticeId)
                        .update()
                == 1;
    }

    private static AskedRow row(ResultSet rs, int i) throws SQLException {
        return new AskedRow(
                rs.getLong("order_id"),
                rs.getString("notice_id"),
                rs.getLong("message_seq"),
                new QuestionEnd.Asked(
                        Columns.instant(rs, "asked_at"),
                        Columns.nullableInstant(rs, "reminded_at"),
                        Columns.nullableInstant(rs, "stage_at")),
                Columns.nullableInstant(rs, "ended_at"),
                rs.getString("outcome"));
    }
}
