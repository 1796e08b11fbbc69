package upbeat.herald.server.message;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Priority;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.credit.CreditBook;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/**
 * Messages. Every change of a status names the states it may come from and reads how many rows it changed: 1 is mine, 0
 * is someone else's.
 */
@Repository
public class MessageRepository {
    private static final TypeReference<List<Channel>> CHANNELS = new TypeReference<>() {};
    private static final String SELECT = "select * from message m ";
    private static final String INSERT = """
            insert into message (id, notice_id, order_id, parcel, parcel_id, occasion, stage, channel, address,
            language, status, reason_code, reason, stand_by, planned_at, due_at, priority)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing""";
    private static final String NEW_OF = """
            select seq from message where id in (select value from json_each(?)) and status = 'planned'""";
    private static final String DUE = """
            select m.seq, m.notice_id, m.for_team, m.address, m.receiver, o.country, m.status = 'planned'
            from message m cross join shop_order o on o.id = m.order_id
            where m.channel = :channel and m.priority = :priority and m.status in ('planned', 'waiting')
            and m.due_at <= :now and (m.next_try_at is null or m.next_try_at <= :now)
            and 'notice/' || m.notice_id not in (select scope from sending_stop)
            and coalesce(m.receiver, '') not in (select value from json_each(:full))
            and coalesce(o.country, '') not in (select value from json_each(:unserved))
            order by m.due_at, m.seq limit :most""";
    /** What the same customer is to hear before, of the same order and over the same channel. */
    private static final String EARLIER_IN_LINE = SELECT + """
            where order_id = :order and channel = :channel and not for_team
            and (status = 'sending' or status in ('planned', 'waiting')
              and coalesce(reason_code, 'BEHIND') in ('GATEWAY_AWAY', 'BEHIND')
              and 'notice/' || notice_id not in (select scope from sending_stop))
            and (due_at, seq) < (:due, :seq) order by due_at, seq""";

    private static final String BEHIND = """
            update message set status = 'waiting', reason_code = 'BEHIND', reason = ?, next_try_at = ?
            where seq = ? and status in ('planned', 'waiting')""";
    private static final String CLAIM = """
            update message set status = 'sending', claimed_at = ?, attempt = attempt + 1, address = ?, language = ?,
            subject = ?, text = ?, html = ?, question = ?, segments = ?, cost = ?, cost_currency = ?,
            reason_code = null, reason = null, next_try_at = null where seq = ? and status in (""" + from(MessageStatus.SENDING) + ")";
    private static final String ACCEPTED =
            "update message set status = 'accepted', sent_at = ?, gateway_ref = ?, reason_code = null, reason = null where seq = ? and status in ("
                    + from(MessageStatus.ACCEPTED) + ")";
    private static final String SAID =
            "select order_id, notice_id, parcel, occasion from message where order_id in (select value from json_each(?))";

    /** The plus keeps SQLite from walking down all messages there are. */
    private static final String LAST_TO_CUSTOMER = """
            select seq from message where order_id = ? and not for_team and sent_at is not null
            order by +seq desc limit 1""";

    private static final String SENT_NOTICES = """
            select distinct order_id, notice_id from message where order_id in (select value from json_each(?))
            and status not in ('withheld', 'cancelled', 'failed') and not for_team""";

    /** Reason code of a message that waits for the approval of its content. */
    public static final String NOT_APPROVED = "NOT_APPROVED";

    private static final String STANDING_BY = SELECT + """
            where stand_by <> '[]' and status in ('accepted', 'waiting')
            and (gateway_ref is not null or reason_code = 'NOT_APPROVED')
            and coalesce(sent_at, due_at) <= ? order by coalesce(sent_at, due_at) limit ?""";

    private static final String UPDATE_ADDRESS =
            "update message set address = ? where seq = ? and status in ('planned', 'waiting')";
    private static final String DELETE_UNREACHABLE = """
            delete from message where order_id = ? and status = 'withheld'
            and reason_code in ('NO_ADDRESS', 'NO_CONSENT', 'STOPPED', 'NOT_FOR', 'NO_COMMON_HOUR')
            returning notice_id""";
    private static final String POSTPONE = """
            update message set status = 'waiting', attempt = attempt + 1, reason_code = 'BROKEN', reason = ?,
            next_try_at = ? where seq = ? and status in ('planned', 'waiting')""";
    /** When what is on hold is looked at by itself: never. */
    private static final Instant FAR = Instant.parse("9999-12-31T00:00:00Z");

    private static final String ON_HOLD = """
            update message set status = 'waiting', reason_code = 'ON_HOLD', reason = ?, next_try_at = ?
            where seq = ? and status in ('planned', 'waiting')
            and exists (select 1 from order_hold h where h.order_id = message.order_id)""";
    private static final String RELEASE = """
            update message set status = 'planned', reason_code = null, reason = null, next_try_at = null
            where order_id = ? and status = 'waiting' and reason_code = 'ON_HOLD'""";
    private static final String FIND_ALL = """
            select m.*, o.shop as shop, o.number as number from message m join shop_order o on o.id = m.order_id
            where m.seq > :after""";

    /** A message to be kept for the first time. @param status planned, or withheld with a reason */
    public record NewMessage(
            String id,
            MessageOrigin origin,
            MessageRecipient recipient,
            MessageStatus status,
            @Nullable Reason reason,
            List<Channel> standBy,
            Instant plannedAt,
            Instant dueAt,
            Priority priority) {}

    private final CreditBook credit;

    MessageRepository(CreditBook credit) {
        this.credit = credit;
    }

    /** Keeps messages; those planned before are left alone. @return how many are new */
    public int insert(JdbcClient db, List<NewMessage> messages) {
        int kept = BatchUpdate.execute(
                db, INSERT, messages.stream().map(MessageRepository::values).toList());
        if (credit.isOn() && kept > 0)
            credit.planned(
                    db,
                    db.sql(NEW_OF)
                            .param(Json.write(
                                    messages.stream().map(NewMessage::id).toList()))
                            .query(Long.class)
                            .list());
        return kept;
    }

    private static Object[] values(NewMessage m) {
        return new Object[] {
            m.id(),
            m.origin().noticeId(),
            m.origin().orderId(),
            m.origin().parcel() == null ? "" : m.origin().parcel(),
            m.origin().parcelId(),
            m.origin().occasion(),
            m.origin().stage().code(),
            m.recipient().channel().code(),
            m.recipient().to(),
            m.recipient().language(),
            m.status().code(),
            m.reason() == null ? null : m.reason().code().name(),
            m.reason() == null ? null : m.reason().text(),
            m.standBy().isEmpty() ? "[]" : Json.write(m.standBy()),
            m.plannedAt().toEpochMilli(),
            m.dueAt().toEpochMilli(),
            m.priority().ordinal()
        };
    }

    /**
     * The urgent ones first, of those the longest due.
     *
     * @param full receivers that get nothing now, see {@link Due#receiver}
     * @param unserved countries for which nothing leaves now; an empty text for orders without one
     */
    public List<Due> findDue(
            JdbcClient db,
            Channel channel,
            Collection<String> full,
            Collection<String> unserved,
            Instant now,
            int most) {
        List<Due> found = new ArrayList<>();
        for (Priority priority : Priority.values()) {
            if (found.size() < most)
                found.addAll(findDue(db, channel, priority, full, unserved, now, most - found.size()));
        }
        return found;
    }

    private static List<Due> findDue(
            JdbcClient db,
            Channel channel,
            Priority priority,
            Collection<String> full,
            Collection<String> unserved,
            Instant now,
            int most) {
        return db.sql(DUE)
                .param("channel", channel.code())
                .param("priority", priority.ordinal())
                .param("full", Json.write(full))
                .param("unserved", Json.write(unserved))
                .param("now", now.toEpochMilli())
                .param("most", most)
                .query((rs, i) -> new Due(
                        rs.getLong(1),
                        rs.getString(2),
                        rs.getBoolean(3),
                        rs.getString(4),
                        Texts.orEmpty(rs.getString(5)),
                        rs.getString(6),
                        rs.getBoolean(7)))
                .list();
    }

    /**
     * A message whose time has come.
     *
     * @param isForTeam true where it goes to the team
     * @param receiver the domain of an e-mail address, any other address as a whole; empty where there is none yet
     * @param country of the destination, or null
     * @param isPlanned true where nothing is said yet of why it waits
     */
    public record Due(
            long seq,
            String noticeId,
            boolean isForTeam,
            @Nullable String address,
            String receiver,
            @Nullable String country,
            boolean isPlanned) {}

    /** The messages that the customer of this one is to get before it, the first first. */
    public List<MessageRow> findEarlierInLine(JdbcClient db, MessageRow m) {
        return db.sql(EARLIER_IN_LINE)
                .param("order", m.origin().orderId())
                .param("channel", m.recipient().channel().code())
                .param("due", m.times().dueAt().toEpochMilli())
                .param("seq", m.seq())
                .query(MessageRepository::mapRow)
                .list();
    }

    /** Puts a message behind one that its customer is to get before; it doesn't count as an attempt. */
    public boolean markBehind(JdbcClient db, long seq, String reason, Instant nextTry) {
        return db.sql(BEHIND).params(reason, nextTry.toEpochMilli(), seq).update() == 1;
    }

    /** The next moment after {@code after} at which something is to be done, or empty. */
    public Optional<Instant> findNextDue(JdbcClient db, Instant after) {
        return db.sql(
                        "select max(due_at, coalesce(next_try_at, 0)) as next from message where status in ('planned', 'waiting') and coalesce(reason_code, '') not in ('ON_HOLD', 'NO_CREDIT') and next > ? order by next limit 1")
                .param(after.toEpochMilli())
                .query(Long.class)
                .optional()
                .map(Instant::ofEpochMilli);
    }

    public Optional<MessageRow> find(JdbcClient db, long seq) {
        return db.sql(SELECT + "where seq = ?")
                .param(seq)
                .query(MessageRepository::mapRow)
                .optional();
    }

    public Optional<MessageRow> find(JdbcClient db, String id) {
        return db.sql(SELECT + "where id = ?")
                .param(id)
                .query(MessageRepository::mapRow)
                .optional();
    }

    public Optional<MessageRow> findByReference(JdbcClient db, Channel channel, String ref) {
        return db.sql(SELECT + "where channel = ? and gateway_ref = ?")
                .params(channel.code(), ref)
                .query(MessageRepository::mapRow)
                .optional();
    }

    /** The number of the last message that went to the order's customer. */
    public Optional<Long> findLastToCustomer(JdbcClient db, long orderId) {
        return db.sql(LAST_TO_CUSTOMER).param(orderId).query(Long.class).optional();
    }

    public List<MessageRow> findByOrder(JdbcClient db, long orderId) {
        return db.sql(SELECT + "where order_id = ? order by planned_at, seq")
                .param(orderId)
                .query(MessageRepository::mapRow)
                .list();
    }

    /** Keys of everything planned or said before to these orders, see {@link History}. */
    public Map<Long, Set<String>> findSentKeys(JdbcClient db, Collection<Long> orders) {
        Map<Long, Set<String>> said = new HashMap<>();
        db.sql(SAID).param(Json.write(orders)).query((ResultSet rs) -> {
            String parcel = rs.getString(3);
            said.computeIfAbsent(rs.getLong(1), id -> new HashSet<>())
                    .add(History.key(rs.getString(2), parcel.isEmpty() ? null : parcel, rs.getString(4)));
        });
        return said;
    }

    /** Ids of the notices that sent something, or are about to, by order id. */
    Map<Long, Set<String>> findSentNotices(JdbcClient db, Collection<Long> orders) {
        Map<Long, Set<String>> sent = new HashMap<>();
        db.sql(SENT_NOTICES).param(Json.write(orders)).query((ResultSet rs) -> {
            sent.computeIfAbsent(rs.getLong(1), id -> new HashSet<>()).add(rs.getString(2));
        });
        return sent;
    }

    /**
     * Messages that another channel may have to stand in for, the oldest first. One without a name at its gateway isn't
     * among them: no receipt will come, so none is missed.
     *
     * @param until sent, or due, at that moment or before
     */
    public List<MessageRow> findStandingBy(JdbcClient db, Instant until, int most) {
        return db.sql(STANDING_BY)
                .params(until.toEpochMilli(), most)
                .query(MessageRepository::mapRow)
                .list();
    }

    /** No other channel stands by any more. */
    public void clearStandBy(JdbcClient db, long seq, @Nullable String reason) {
        db.sql("update message set stand_by = '[]', reason = coalesce(?, reason) where seq = ?")
                .params(reason, seq)
                .update();
    }

    /** A message that did not leave yet goes to another address. */
    void updateAddress(JdbcClient db, long seq, String address) {
        db.sql(UPDATE_ADDRESS).params(address, seq).update();
    }

    /**
     * Forgets what was withheld because the customer could not be reached or the notice was for others. @return the
     * notices it was of
     */
    Set<String> deleteUnreachable(JdbcClient db, long orderId) {
        return new HashSet<>(
                db.sql(DELETE_UNREACHABLE).param(orderId).query(String.class).list());
    }

    private static final String DELETE_STOPPED = """
            delete from message where order_id = ? and status = 'cancelled' and reason_code = 'ANSWERED'
            and notice_id not in (select notice_id from answer where order_id = message.order_id) returning notice_id""";

    /** Forgets what was stopped because of an answer to another question. @return the notices it was of */
    Set<String> deleteStoppedByAnswer(JdbcClient db, long orderId) {
        return new HashSet<>(
                db.sql(DELETE_STOPPED).param(orderId).query(String.class).list());
    }

    private static final String DELETE_OVERTAKEN = """
            delete from message where order_id = ? and status = 'withheld' and reason_code = 'OVERTAKEN'
            and sent_at is null returning notice_id""";

    /** Forgets what was kept back because it would have been old news. @return the notices it was of */
    Set<String> deleteOvertaken(JdbcClient db, long orderId) {
        return new HashSet<>(
                db.sql(DELETE_OVERTAKEN).param(orderId).query(String.class).list());
    }

    /** @param after the last {@code seq} that is known; {@code limit} how many at the most; the others null for any */
    public record Criteria(
            @Nullable String shop,
            @Nullable String order,
            @Nullable MessageStatus status,
            @Nullable Instant since,
            long after,
            int limit) {}

    /** A message with the names of its order. */
    public record FoundMessage(MessageRow message, String shop, String order) {}

    /** Messages in the order they were planned. */
    public List<FoundMessage> findAll(JdbcClient db, Criteria c) {
        StringBuilder sql = new StringBuilder(FIND_ALL);
        Map<String, Object> params = new HashMap<>(Map.of("after", c.after(), "limit", c.limit()));
        if (c.order() != null) {
            sql.append(" and m.order_id in (select w.id from shop_order w where w.number = :order)");
            params.put("order", c.order());
        }
        if (c.shop() != null) {
            sql.append(" and o.shop = :shop");
            params.put("shop", c.shop());
        }
        if (c.status() != null) {
            sql.append(" and m.status = :status");
            params.put("status", c.status().code());
        }
        if (c.since() != null) {
            sql.append(" and m.planned_at >= :since");
            params.put("since", c.since().toEpochMilli());
        }
        return db.sql(sql.append(" order by m.seq limit :limit").toString())
                .params(params)
                .query((rs, i) -> new FoundMessage(mapRow(rs, i), rs.getString("shop"), rs.getString("number")))
                .list();
    }

    /** Takes a message for handing over, with its text as it leaves. */
    public boolean claim(JdbcClient db, MessageRow m, MessagePreparation.Outcome.Ready ready, Instant now) {
        Rendered r = ready.content();
        return db.sql(CLAIM)
                        .params(
                                now.toEpochMilli(),
                                ready.to(),
                                ready.language(),
                                r.subject(),
                                r.text(),
                                r.html(),
                                ready.question() == null ? null : Json.write(ready.question()),
                                r.segments(),
                                ready.price() == null
                                        ? null
                                        : ready.price().amount().toPlainString(),
                                ready.price() == null ? null : ready.price().currency(),
                                m.seq())
                        .update()
                == 1;
    }

    public boolean markAccepted(JdbcClient db, long seq, @Nullable String ref, Instant now) {
        CreditBook.Before before = credit.capture(db, seq);
        if (db.sql(ACCEPTED).params(now.toEpochMilli(), ref, seq).update() != 1) return false;
        credit.changed(db, seq, before, MessageStatus.ACCEPTED.code());
        return true;
    }

    public boolean markDelivered(JdbcClient db, long seq, Instant at) {
        return to(db, seq, MessageStatus.DELIVERED, "delivered_at = " + at.toEpochMilli(), null);
    }

    public boolean markRead(JdbcClient db, long seq, Instant at) {
        return to(
                db,
                seq,
                MessageStatus.READ,
                "read_at = " + at.toEpochMilli() + ", delivered_at = coalesce(delivered_at, " + at.toEpochMilli() + ")",
                null);
    }

    public boolean markFailed(JdbcClient db, long seq, String reason) {
        return to(db, seq, MessageStatus.FAILED, null, new StatusReason("REFUSED", reason));
    }

    public boolean markUnsure(JdbcClient db, long seq, String reason) {
        return to(db, seq, MessageStatus.UNSURE, null, new StatusReason("UNSURE", reason));
    }

    public boolean markWithheld(JdbcClient db, long seq, Reason reason) {
        return to(
                db,
                seq,
                MessageStatus.WITHHELD,
                null,
                new StatusReason(reason.code().name(), reason.text()));
    }

    public boolean markCancelled(JdbcClient db, long seq, Reason reason) {
        return to(
                db,
                seq,
                MessageStatus.CANCELLED,
                null,
                new StatusReason(reason.code().name(), reason.text()));
    }

    /** Forgets a message that was kept back because its series had ended. @return false where it wasn't */
    boolean deleteEnded(JdbcClient db, long seq) {
        return db.sql("delete from message where seq = ? and status = 'withheld' and reason_code = 'SERIES_ENDED'")
                        .param(seq)
                        .update()
                == 1;
    }

    /** Puts a message back in line. @param nextTry not before, or null for as soon as its gateway is there */
    public boolean markWaiting(JdbcClient db, long seq, String reason, @Nullable Instant nextTry) {
        return to(
                db,
                seq,
                MessageStatus.WAITING,
                "next_try_at = " + (nextTry == null ? "null" : nextTry.toEpochMilli()),
                new StatusReason("GATEWAY_AWAY", reason));
    }

    /** Puts a message in line as if it were due now and had never been tried. */
    public boolean sendAgain(JdbcClient db, long seq, String reason, Instant now) {
        return to(
                db,
                seq,
                MessageStatus.WAITING,
                "attempt = 0, next_try_at = null, due_at = " + now.toEpochMilli(),
                new StatusReason("GATEWAY_AWAY", reason));
    }

    /** Puts a message back in line whose content isn't approved yet; it doesn't count as an attempt. */
    public boolean markNotApproved(JdbcClient db, long seq, String reason, Instant nextTry) {
        return to(
                db,
                seq,
                MessageStatus.WAITING,
                "attempt = attempt - 1, next_try_at = " + nextTry.toEpochMilli(),
                new StatusReason(NOT_APPROVED, reason));
    }

    /** Puts a message aside while its order is on hold. @return false where the order was released meanwhile */
    public boolean markOnHold(JdbcClient db, long seq, String reason) {
        return db.sql(ON_HOLD).params(reason, FAR.toEpochMilli(), seq).update() == 1;
    }

    private static final String SHORT = """
            update message set status = 'waiting', reason_code = ?, reason = ?, next_try_at = ?
            where seq = ? and status in ('planned', 'waiting')""";
    private static final String NO_LONGER_SHORT = """
            update message set status = 'planned', reason_code = null, reason = null, next_try_at = null
            where status = 'waiting' and reason_code in ('NO_CREDIT', 'MONTH_LIMIT')""";

    /**
     * Puts a message aside that credit or a month's limit doesn't allow now. @param until when it is looked at again
     */
    public boolean markShort(JdbcClient db, long seq, CreditBook.Shortage shortage) {
        Instant until = shortage.until() == null ? FAR : shortage.until();
        return db.sql(SHORT)
                        .params(shortage.code(), shortage.reason(), until.toEpochMilli(), seq)
                        .update()
                == 1;
    }

    /** Puts back in line what waited for credit or another month. @return how many */
    int releaseShort(JdbcClient db) {
        return db.sql(NO_LONGER_SHORT).update();
    }

    /** Puts back in line what waited for an order to be released. @return how many */
    int releaseHeld(JdbcClient db, long orderId) {
        return db.sql(RELEASE).param(orderId).update();
    }

    /** Puts a message that could not be prepared back in line, with one attempt more. */
    public boolean postpone(JdbcClient db, long seq, String reason, Instant nextTry) {
        return db.sql(POSTPONE).params(reason, nextTry.toEpochMilli(), seq).update() == 1;
    }

    /** Says of everything due on a channel that it waits. */
    public int markAllWaiting(JdbcClient db, Channel channel, String reason, Instant now) {
        return db.sql(
                        "update message set status = 'waiting', reason_code = 'GATEWAY_AWAY', reason = ? where channel = ? and priority in (0, 1, 2) and status = 'planned' and due_at <= ?")
                .params(reason, channel.code(), now.toEpochMilli())
                .update();
    }

    /** Says of some messages why they wait. */
    public int markWaiting(JdbcClient db, Collection<Long> seqs, String reason) {
        return db.sql(
                        "update message set status = 'waiting', reason_code = 'GATEWAY_AWAY', reason = ? where seq in (select value from json_each(?)) and status = 'planned'")
                .params(reason, Json.write(seqs))
                .update();
    }

    public void updateDueAt(JdbcClient db, long seq, Instant due) {
        db.sql("update message set due_at = ? where seq = ? and status in ('planned', 'waiting')")
                .params(due.toEpochMilli(), seq)
                .update();
    }

    /** Whether anything went out, or is going out, of a parcel's stage; null stage: of the parcel at all. */
    public boolean existsSent(JdbcClient db, long parcelId, @Nullable Stage stage) {
        return db.sql("""
                                select count(*) from message where parcel_id = :parcel
                                and (:stage is null or stage = :stage) and not for_team
                                and (sent_at is not null or status in ('sending', 'unsure'))""")
                        .param("parcel", parcelId)
                        .param("stage", stage == null ? null : stage.code())
                        .query(Long.class)
                        .single()
                > 0;
    }

    /** True where a message about a stage of the order as a whole went out, or may have. */
    public boolean existsSentOfOrder(JdbcClient db, long orderId, Stage stage) {
        return db.sql("""
                                select exists (select 1 from message where order_id = ? and parcel_id is null
                                and stage = ? and not for_team
                                and (sent_at is not null or status in ('sending', 'unsure')))""").params(orderId, stage.code()).query(Integer.class).single() == 1;
    }

    /** Forgets messages about a stage of the order as a whole that did not go out. */
    public void deletePlannedOfOrder(JdbcClient db, long orderId, Stage stage) {
        db.sql(
                        "delete from message where order_id = ? and parcel_id is null and stage = ? and sent_at is null and status not in ('sending', 'unsure')")
                .params(orderId, stage.code())
                .update();
    }

    private static final String SENT_OF_OCCASION = """
            select exists (select 1 from message where order_id = ? and stage = ? and occasion = ?
            and (sent_at is not null or status in ('sending', 'unsure')))""";
    private static final String DELETE_OF_OCCASION = """
            delete from message where order_id = :order and stage = :stage
            and occasion in (:occasion, 'trial/' || :occasion)
            and sent_at is null and status not in ('sending', 'unsure')""";

    /** Whether the customer was told, or is being told, of one occasion of a stage. */
    public boolean existsSentOfOccasion(JdbcClient db, long orderId, Stage stage, String occasion) {
        return db.sql(SENT_OF_OCCASION)
                        .params(orderId, stage.code(), occasion)
                        .query(Integer.class)
                        .single()
                == 1;
    }

    /** Forgets messages of one occasion of a stage that did not go out. */
    public void deletePlannedOfOccasion(JdbcClient db, long orderId, Stage stage, String occasion) {
        db.sql(DELETE_OF_OCCASION)
                .param("order", orderId)
                .param("stage", stage.code())
                .param("occasion", occasion)
                .update();
    }

    private static final String DELETE_PLANNED = """
            delete from message where parcel_id = :parcel and (:stage is null or stage = :stage)
            and sent_at is null and status not in ('sending', 'unsure') returning notice_id""";

    /**
     * Forgets messages of a parcel that did not go out, so that they can be decided anew. @return the ids of their
     * notices
     */
    public Set<String> deletePlanned(JdbcClient db, long parcelId, @Nullable Stage stage) {
        return new HashSet<>(db.sql(DELETE_PLANNED)
                .param("parcel", parcelId)
                .param("stage", stage == null ? null : stage.code())
                .query(String.class)
                .list());
    }

    /** Messages that were being handed over when nobody was there to see the end. */
    public List<MessageRow> findSending(JdbcClient db) {
        return db.sql(SELECT + "where status = 'sending'")
                .query(MessageRepository::mapRow)
                .list();
    }

    private record StatusReason(String code, String text) {}

    private boolean to(
            JdbcClient db, long seq, MessageStatus status, @Nullable String more, @Nullable StatusReason told) {
        String set = "status = '" + status.code() + "'" + (more == null ? "" : ", " + more)
                + (told == null ? "" : ", reason_code = :code, reason = :text");
        var statement = db.sql("update message set " + set + " where seq = :seq and status in (" + from(status) + ")")
                .param("seq", seq);
        if (told != null) statement = statement.param("code", told.code()).param("text", told.text());
        CreditBook.Before before = credit.capture(db, seq);
        if (statement.update() != 1) return false;
        credit.changed(db, seq, before, status.code());
        return true;
    }

    static String from(MessageStatus status) {
        return status.allowedFrom().stream().map(s -> "'" + s.code() + "'").collect(Collectors.joining(", "));
    }

    public static MessageRow mapRow(ResultSet rs, int i) throws SQLException {
        String parcel = rs.getString("parcel");
        String cost = rs.getString("cost");
        return new MessageRow(
                rs.getLong("seq"),
                rs.getString("id"),
                new MessageOrigin(
                        rs.getString("notice_id"),
                        rs.getLong("order_id"),
                        parcel.isEmpty() ? null : parcel,
                        Columns.nullableLong(rs, "parcel_id"),
                        rs.getString("occasion"),
                        Stage.fromCode(rs.getString("stage")).orElseThrow()),
                new MessageRecipient(
                        Channel.fromCode(rs.getString("channel")).orElseThrow(),
                        rs.getString("address"),
                        rs.getString("language")),
                new MessageRow.State(
                        MessageStatus.fromCode(rs.getString("status")),
                        rs.getString("reason_code"),
                        rs.getString("reason"),
                        Json.read(rs.getString("stand_by"), CHANNELS),
                        rs.getInt("attempt"),
                        Columns.nullableInstant(rs, "next_try_at")),
                new MessageRow.Times(
                        Columns.instant(rs, "planned_at"),
                        Columns.instant(rs, "due_at"),
                        Columns.nullableInstant(rs, "sent_at"),
                        Columns.nullableInstant(rs, "delivered_at"),
                        Columns.nullableInstant(rs, "read_at")),
                new MessageRow.Sent(
                        rs.getString("gateway_ref"),
                        rs.getString("subject"),
                        rs.getString("text"),
                        rs.getString("html"),
                        Json.readNullable(rs.getString("question"), Question.class),
                        Columns.nullableInt(rs, "segments"),
                        cost == null ? null : new java.math.BigDecimal(cost),
                        rs.getString("cost_currency")));
    }
}
