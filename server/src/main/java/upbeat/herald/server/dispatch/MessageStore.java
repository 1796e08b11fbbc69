package upbeat.herald.server.dispatch;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.History;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Reason;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Rows;

/**
 * Messages. Every change of a status names the states it may come from and reads how many rows it changed: 1 is mine, 0
 * is someone else's.
 */
@Repository
public class MessageStore {
    private static final TypeReference<List<Channel>> CHANNELS = new TypeReference<>() {};
    private static final String SELECT = "select * from message m ";
    private static final String INSERT = """
            insert into message (id, notice_id, order_id, parcel, parcel_id, occasion, stage, channel, address, language, status, reason_code, reason, stand_by, planned_at, due_at)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing""";
    private static final String DUE = """
            select seq from message where channel = ? and status in ('planned', 'waiting') and due_at <= ? and (next_try_at is null or next_try_at <= ?)
            order by due_at, seq limit ?""";
    private static final String CLAIM = """
            update message set status = 'sending', claimed_at = ?, attempt = attempt + 1, address = ?, language = ?, subject = ?, text = ?, html = ?, question = ?, segments = ?, cost = ?, cost_currency = ?,
            reason_code = null, reason = null, next_try_at = null where seq = ? and status in (""" + from(MessageStatus.SENDING) + ")";
    private static final String ACCEPTED =
            "update message set status = 'accepted', sent_at = ?, gateway_ref = ?, reason_code = null, reason = null where seq = ? and status in ("
                    + from(MessageStatus.ACCEPTED) + ")";
    private static final String SAID =
            "select order_id, notice_id, parcel, occasion from message where order_id in (select value from json_each(?))";

    /** A message to be kept for the first time. @param status planned, or withheld with a reason */
    public record New(
            String id,
            String noticeId,
            long orderId,
            String parcel,
            Long parcelId,
            String occasion,
            Stage stage,
            Channel channel,
            String to,
            String language,
            MessageStatus status,
            Reason reason,
            List<Channel> standBy,
            Instant plannedAt,
            Instant dueAt) {}

    /** Keeps messages; those planned before are left alone. @return how many are new */
    public int insert(JdbcClient db, List<New> messages) {
        return Rows.write(
                db, INSERT, messages.stream().map(MessageStore::values).toList());
    }

    private static Object[] values(New m) {
        return new Object[] {
            m.id(),
            m.noticeId(),
            m.orderId(),
            m.parcel() == null ? "" : m.parcel(),
            m.parcelId(),
            m.occasion(),
            m.stage().code(),
            m.channel().code(),
            m.to(),
            m.language(),
            m.status().code(),
            m.reason() == null ? null : m.reason().code().name(),
            m.reason() == null ? null : m.reason().text(),
            m.standBy().isEmpty() ? "[]" : Json.of(m.standBy()),
            m.plannedAt().toEpochMilli(),
            m.dueAt().toEpochMilli()
        };
    }

    public List<Long> due(JdbcClient db, Channel channel, Instant now, int most) {
        return db.sql(DUE)
                .params(channel.code(), now.toEpochMilli(), now.toEpochMilli(), most)
                .query(Long.class)
                .list();
    }

    /** The next moment after {@code after} at which something is to be done, or empty. */
    public Optional<Instant> nextDue(JdbcClient db, Instant after) {
        return db.sql(
                        "select max(due_at, coalesce(next_try_at, 0)) as next from message where status in ('planned', 'waiting') and next > ? order by next limit 1")
                .param(after.toEpochMilli())
                .query(Long.class)
                .optional()
                .map(Instant::ofEpochMilli);
    }

    public Optional<MessageRow> find(JdbcClient db, long seq) {
        return db.sql(SELECT + "where seq = ?")
                .param(seq)
                .query(MessageStore::row)
                .optional();
    }

    public Optional<MessageRow> find(JdbcClient db, String id) {
        return db.sql(SELECT + "where id = ?")
                .param(id)
                .query(MessageStore::row)
                .optional();
    }

    public Optional<MessageRow> byRef(JdbcClient db, Channel channel, String ref) {
        return db.sql(SELECT + "where channel = ? and gateway_ref = ?")
                .params(channel.code(), ref)
                .query(MessageStore::row)
                .optional();
    }

    public List<MessageRow> of(JdbcClient db, long orderId) {
        return db.sql(SELECT + "where order_id = ? order by planned_at, seq")
                .param(orderId)
                .query(MessageStore::row)
                .list();
    }

    /** Keys of everything planned or said before to these orders, see {@link History}. */
    public Map<Long, Set<String>> said(JdbcClient db, Collection<Long> orders) {
        Map<Long, Set<String>> said = new HashMap<>();
        db.sql(SAID).param(Json.of(orders)).query((ResultSet rs) -> {
            String parcel = rs.getString(3);
            said.computeIfAbsent(rs.getLong(1), id -> new HashSet<>())
                    .add(History.key(rs.getString(2), parcel.isEmpty() ? null : parcel, rs.getString(4)));
        });
        return said;
    }

    /** Takes a message for handing over, with its text as it leaves. */
    boolean claim(JdbcClient db, MessageRow m, Prepare.Outcome.Ready ready, Instant now) {
        Rendered r = ready.content();
        return db.sql(CLAIM)
                        .params(
                                now.toEpochMilli(),
                                ready.to(),
                                ready.language(),
                                r.subject(),
                                r.text(),
                                r.html(),
                                ready.question() == null ? null : Json.of(ready.question()),
                                r.sms() == null ? null : r.sms().segments(),
                                ready.cost(),
                                ready.currency(),
                                m.seq())
                        .update()
                == 1;
    }

    public boolean accepted(JdbcClient db, long seq, String ref, Instant now) {
        return db.sql(ACCEPTED).params(now.toEpochMilli(), ref, seq).update() == 1;
    }

    public boolean delivered(JdbcClient db, long seq, Instant at) {
        return to(db, seq, MessageStatus.DELIVERED, "delivered_at = " + at.toEpochMilli(), null);
    }

    public boolean read(JdbcClient db, long seq, Instant at) {
        return to(
                db,
                seq,
                MessageStatus.READ,
                "read_at = " + at.toEpochMilli() + ", delivered_at = coalesce(delivered_at, " + at.toEpochMilli() + ")",
                null);
    }

    public boolean failed(JdbcClient db, long seq, String reason) {
        return to(db, seq, MessageStatus.FAILED, null, new Told("REFUSED", reason));
    }

    public boolean unsure(JdbcClient db, long seq, String reason) {
        return to(db, seq, MessageStatus.UNSURE, null, new Told("UNSURE", reason));
    }

    public boolean withheld(JdbcClient db, long seq, Reason reason) {
        return to(db, seq, MessageStatus.WITHHELD, null, new Told(reason.code().name(), reason.text()));
    }

    public boolean cancelled(JdbcClient db, long seq, Reason reason) {
        return to(db, seq, MessageStatus.CANCELLED, null, new Told(reason.code().name(), reason.text()));
    }

    /** Puts a message back in line. @param nextTry not before, or null for as soon as its gateway is there */
    public boolean waiting(JdbcClient db, long seq, String reason, Instant nextTry) {
        return to(
                db,
                seq,
                MessageStatus.WAITING,
                "next_try_at = " + (nextTry == null ? "null" : nextTry.toEpochMilli()),
                new Told("GATEWAY_AWAY", reason));
    }

    /** Says of everything due on a channel that it waits. */
    public int allWaiting(JdbcClient db, Channel channel, String reason, Instant now) {
        return db.sql(
                        "update message set status = 'waiting', reason_code = 'GATEWAY_AWAY', reason = ? where channel = ? and status = 'planned' and due_at <= ?")
                .params(reason, channel.code(), now.toEpochMilli())
                .update();
    }

    public void dueAt(JdbcClient db, long seq, Instant due) {
        db.sql("update message set due_at = ? where seq = ? and status in ('planned', 'waiting')")
                .params(due.toEpochMilli(), seq)
                .update();
    }

    /** Whether anything went out, or is going out, of a parcel's stage; null stage: of the parcel at all. */
    public boolean anySent(JdbcClient db, long parcelId, Stage stage) {
        return db.sql(
                                "select count(*) from message where parcel_id = :parcel and (:stage is null or stage = :stage) and (sent_at is not null or status in ('sending', 'unsure'))")
                        .param("parcel", parcelId)
                        .param("stage", stage == null ? null : stage.code())
                        .query(Long.class)
                        .single()
                > 0;
    }

    /** Forgets messages of a parcel that did not go out, so that they can be decided anew. */
    public void forget(JdbcClient db, long parcelId, Stage stage) {
        db.sql(
                        "delete from message where parcel_id = :parcel and (:stage is null or stage = :stage) and sent_at is null and status not in ('sending', 'unsure')")
                .param("parcel", parcelId)
                .param("stage", stage == null ? null : stage.code())
                .update();
    }

    /** Messages that were being handed over when nobody was there to see the end. */
    public List<MessageRow> sending(JdbcClient db) {
        return db.sql(SELECT + "where status = 'sending'")
                .query(MessageStore::row)
                .list();
    }

    private record Told(String code, String text) {}

    private static boolean to(JdbcClient db, long seq, MessageStatus status, String more, Told told) {
        String set = "status = '" + status.code() + "'" + (more == null ? "" : ", " + more)
                + (told == null ? "" : ", reason_code = :code, reason = :text");
        var statement = db.sql("update message set " + set + " where seq = :seq and status in (" + from(status) + ")")
                .param("seq", seq);
        if (told != null) statement = statement.param("code", told.code()).param("text", told.text());
        return statement.update() == 1;
    }

    private static String from(MessageStatus status) {
        return status.from().stream().map(s -> "'" + s.code() + "'").collect(Collectors.joining(", "));
    }

    static MessageRow row(ResultSet rs, int i) throws SQLException {
        String parcel = rs.getString("parcel");
        String cost = rs.getString("cost");
        return new MessageRow(
                rs.getLong("seq"),
                rs.getString("id"),
                rs.getString("notice_id"),
                rs.getLong("order_id"),
                parcel.isEmpty() ? null : parcel,
                number(rs, "parcel_id"),
                rs.getString("occasion"),
                Stage.of(rs.getString("stage")).orElseThrow(),
                Channel.of(rs.getString("channel")).orElseThrow(),
                rs.getString("address"),
                rs.getString("language"),
                MessageStatus.of(rs.getString("status")),
                rs.getString("reason_code"),
                rs.getString("reason"),
                Json.read(rs.getString("stand_by"), CHANNELS),
                time(rs, "planned_at"),
                time(rs, "due_at"),
                rs.getInt("attempt"),
                time(rs, "sent_at"),
                time(rs, "delivered_at"),
                time(rs, "read_at"),
                rs.getString("gateway_ref"),
                rs.getString("subject"),
                rs.getString("text"),
                rs.getString("html"),
                Json.read(rs.getString("question"), Question.class),
                number(rs, "segments") == null ? null : rs.getInt("segments"),
                cost == null ? null : new java.math.BigDecimal(cost),
                rs.getString("cost_currency"));
    }

    private static Long number(ResultSet rs, String column) throws SQLException {
        long value = rs.getLong(column);
        return rs.wasNull() ? null : value;
    }

    private static Instant time(ResultSet rs, String column) throws SQLException {
        Long value = number(rs, column);
        return value == null ? null : Instant.ofEpochMilli(value);
    }
}
