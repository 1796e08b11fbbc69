package upbeat.herald.server.credit;

import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.YearMonth;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.credit.CreditAmount;
import upbeat.herald.core.credit.LedgerAccount;
import upbeat.herald.core.credit.Posting;
import upbeat.herald.server.platform.persistence.Columns;

/** The ledger and its sums, what is held for messages, and how many of them went out in a month. */
@Repository
class CreditRepository {
    private static final String OPEN = "insert into credit_account (name, amount) values (?, 0) on conflict do nothing";
    private static final String PENDING = """
            insert into payment_pending (id, amount, note, by, at) values (?, ?, ?, ?, ?) on conflict do nothing""";
    private static final String BOOK = """
            insert into credit_entry (at, kind, from_account, to_account, amount, channel, message, reference, note, by)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";
    /**
     * By time and not by number alone: both grow together, and a month is found without walking through all after it.
     */
    private static final String ENTRIES = """
            select e.*, m.id as message_id from credit_entry e left join message m on m.seq = e.message
            where e.at >= :from and e.at < :to
            and (:below is null or (e.at, e.seq) < ((select b.at from credit_entry b where b.seq = :below), :below))""";

    private static final String OF_KIND = " and e.kind = :kind";
    private static final String NEWEST = " order by e.at desc, e.seq desc limit :most";
    private static final String SPENT = "select coalesce(sum(amount), 0) from credit_day where day >= ? and day < ?";
    private static final String SPENT_SINCE =
            "select coalesce(sum(amount), 0) from credit_entry where at >= ? and to_account = 'spent'";
    private static final String MESSAGE = """
            select held, cost, cost_currency, channel, status, address, notice_id from message where seq = ?""";
    private static final String HOLD = "update message set held = ? where seq = ?";
    private static final String USED = """
            insert into month_use (month, channel, messages) select ?, channel, 1 from message where seq = ?
            on conflict (month, channel) do update set messages = messages + 1""";
    private static final String COUNT = """
            select coalesce(sum(messages), 0) from month_use where month = ? and (? is null or channel = ?)""";
    private static final String SENDING = """
            select count(*) from message where status = 'sending' and (? is null or channel = ?)""";
    private static final String WAITING = """
            select count(*) from message where status = 'waiting' and reason_code in ('NO_CREDIT', 'MONTH_LIMIT')""";
    private static final String SEGMENTS = """
            select max(segments) as longest from notice_sent
            where notice_id = ? and channel = ? and day >= ? having max(segments) is not null""";

    /**
     * What doesn't add up: one statement, so that all of it is of the same moment. Accounts whose kept sum isn't that
     * of their entries; what is held in all and for messages; messages that are over and still hold something.
     */
    private static final String FAULTS = """
            with moved as (select from_account, to_account, sum(amount) as amount from credit_entry group by 1, 2),
            summed as (select a.name, a.amount as kept,
              coalesce((select sum(amount) from moved where to_account = a.name), 0)
              - coalesce((select sum(amount) from moved where from_account = a.name), 0) as expected
              from credit_account a)
            select name as what, kept, expected from summed where kept <> expected
            union all
            select 'held for messages', kept, messages from (select a.amount as kept,
              (select coalesce(sum(held), 0) from message where held > 0) as messages
              from credit_account a where a.name = 'held') where kept <> messages
            union all
            select 'messages that are over', over, 0 from (select count(*) as over from message
              where held > 0 and status not in ('planned', 'waiting', 'sending', 'unsure')) where over > 0""";

    /**
     * @param reference of a payment; {@code note} what it was for, in words
     * @param message its seq; {@code messageId} its id, both null where it is about none
     */
    record Entry(
            long seq,
            Instant at,
            Posting posting,
            @Nullable String channel,
            @Nullable Long message,
            @Nullable String messageId,
            @Nullable String reference,
            @Nullable String note,
            @Nullable String by) {}

    /** What a posting is about. */
    record About(
            @Nullable String channel,
            @Nullable Long message,
            @Nullable String reference,
            @Nullable String note,
            @Nullable String by) {
        static About message(String channel, long seq) {
            return new About(channel, seq, null, null, null);
        }
    }

    /** A message as the ledger sees it. @param cost decimal, or null where it has none yet */
    record Costed(
            long held,
            @Nullable String cost,
            @Nullable String currency,
            String channel,
            String status,
            @Nullable String address,
            String noticeId) {}

    boolean isOn(JdbcClient db) {
        return db.sql("select count(*) from credit_account")
                        .query(Integer.class)
                        .single()
                > 0;
    }

    void open(JdbcClient db) {
        for (LedgerAccount account : LedgerAccount.values())
            db.sql(OPEN).param(account.code()).update();
    }

    void book(JdbcClient db, List<Posting> postings, About about, Instant now) {
        for (Posting p : postings)
            db.sql(BOOK)
                    .params(
                            now.toEpochMilli(),
                            p.kind().code(),
                            p.from().code(),
                            p.to().code(),
                            p.amount(),
                            about.channel(),
                            about.message(),
                            about.reference(),
                            about.note(),
                            about.by())
                    .update();
    }

    /** A payment that nobody has booked or given up yet. */
    record Pending(String id, BigDecimal amount, @Nullable String note, String by) {}

    void insertPending(JdbcClient db, Pending p, Instant now) {
        db.sql(PENDING)
                .params(p.id(), CreditAmount.toUnits(p.amount()), p.note(), p.by(), now.toEpochMilli())
                .update();
    }

    void deletePending(JdbcClient db, String id) {
        db.sql("delete from payment_pending where id = ?").param(id).update();
    }

    List<Pending> findPending(JdbcClient db) {
        return db.sql("select * from payment_pending order by at")
                .query((rs, i) -> new Pending(
                        rs.getString("id"),
                        CreditAmount.fromUnits(rs.getLong("amount")),
                        rs.getString("note"),
                        rs.getString("by")))
                .list();
    }

    boolean hasReference(JdbcClient db, String reference) {
        return db.sql("select exists (select 1 from credit_entry where reference = ?)")
                .param(reference)
                .query(Boolean.class)
                .single();
    }

    /** What each account holds; zero where no credit is kept. */
    Map<LedgerAccount, Long> findBalances(JdbcClient db) {
        Map<LedgerAccount, Long> found = new EnumMap<>(LedgerAccount.class);
        for (LedgerAccount account : LedgerAccount.values()) found.put(account, 0L);
        db.sql("select name, amount from credit_account").query((ResultSet rs) -> {
            found.put(LedgerAccount.fromCode(rs.getString(1)), rs.getLong(2));
        });
        return found;
    }

    /** Which entries are wanted. @param kind its code, or null for all */
    record EntryAsk(@Nullable String kind, Instant from, Instant to) {}

    /** The newest first. @param below only those before this one, or null */
    List<Entry> findEntries(JdbcClient db, EntryAsk ask, @Nullable Long below, int most) {
        var statement = db.sql(ENTRIES + (ask.kind() == null ? "" : OF_KIND) + NEWEST)
                .param("below", below)
                .param("from", ask.from().toEpochMilli())
                .param("to", ask.to().toEpochMilli())
                .param("most", most);
        if (ask.kind() != null) statement = statement.param("kind", ask.kind());
        return statement.query(CreditRepository::entry).list();
    }

    private static Entry entry(ResultSet rs, int i) throws SQLException {
        return new Entry(
                rs.getLong("seq"),
                Columns.instant(rs, "at"),
                new Posting(
                        Posting.Kind.fromCode(rs.getString("kind")),
                        LedgerAccount.fromCode(rs.getString("from_account")),
                        LedgerAccount.fromCode(rs.getString("to_account")),
                        rs.getLong("amount")),
                rs.getString("channel"),
                Columns.nullableLong(rs, "message"),
                rs.getString("message_id"),
                rs.getString("reference"),
                rs.getString("note"),
                rs.getString("by"));
    }

    /** @param from, to days since 1970-01-01 in UTC, the last one not included */
    long sumSpent(JdbcClient db, long from, long to) {
        return db.sql(SPENT).params(from, to).query(Long.class).single();
    }

    long sumSpentSince(JdbcClient db, Instant since) {
        return db.sql(SPENT_SINCE).param(since.toEpochMilli()).query(Long.class).single();
    }

    Costed getMessage(JdbcClient db, long seq) {
        return db.sql(MESSAGE)
                .param(seq)
                .query((rs, i) -> new Costed(
                        rs.getLong("held"),
                        rs.getString("cost"),
                        rs.getString("cost_currency"),
                        rs.getString("channel"),
                        rs.getString("status"),
                        rs.getString("address"),
                        rs.getString("notice_id")))
                .single();
    }

    void updateHeld(JdbcClient db, long seq, long held) {
        db.sql(HOLD).params(held, seq).update();
    }

    void countUse(JdbcClient db, long seq, YearMonth month) {
        db.sql(USED).params(month.toString(), seq).update();
    }

    /** @param channel its code, or null for all */
    int countUsed(JdbcClient db, YearMonth month, @Nullable String channel) {
        return db.sql(COUNT)
                .params(month.toString(), channel, channel)
                .query(Integer.class)
                .single();
    }

    int countWaiting(JdbcClient db) {
        return db.sql(WAITING).query(Integer.class).single();
    }

    /** How many segments the longest of a notice's messages had since a day (UTC); empty where none was sent. */
    Optional<Integer> findLongest(JdbcClient db, String noticeId, String channel, long since) {
        return db.sql(SEGMENTS)
                .params(noticeId, channel, since)
                .query((rs, i) -> rs.getInt("longest"))
                .optional();
    }

    /** @param kept what stands there; {@code expected} what should */
    record Fault(String what, long kept, long expected) {}

    List<Fault> findFaults(JdbcClient db) {
        return db.sql(FAULTS)
                .query((rs, i) -> new Fault(rs.getString("what"), rs.getLong("kept"), rs.getLong("expected")))
                .list();
    }

    /** Messages on their way to a gateway now. @param channel its code, or null for all */
    int countSending(JdbcClient db, @Nullable String channel) {
        return db.sql(SENDING).params(channel, channel).query(Integer.class).single();
    }
}
