package upbeat.herald.server.credit;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.YearMonth;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.credit.LedgerAccount;
import upbeat.herald.core.credit.Posting;
import upbeat.herald.server.platform.persistence.Columns;

/** The ledger and its sums, what is held for messages, and how many of them went out in a month. */
@Repository
class CreditRepository {
    private static final String OPEN = "insert into credit_account (name, amount) values (?, 0) on conflict do nothing";
    private static final String BOOK = """
            insert into credit_entry (at, kind, from_account, to_account, amount, channel, message, reference, note, by)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";
    private static final String ENTRIES = """
            select e.*, m.id as message_id from credit_entry e left join message m on m.seq = e.message
            where (:below is null or e.seq < :below) and (:kind is null or e.kind = :kind)
            and e.at >= :from and e.at < :to order by e.seq desc limit :most""";
    private static final String SPENT = "select coalesce(sum(amount), 0) from credit_day where day >= ? and day < ?";
    private static final String SPENT_SINCE =
            "select coalesce(sum(amount), 0) from credit_entry where at >= ? and to_account = 'spent'";
    private static final String SPENT_BY_CHANNEL = """
            select channel, sum(amount) as amount from credit_day where day >= ? and day < ? group by channel order by channel""";
    private static final String MESSAGE = """
            select held, cost, cost_currency, channel, status, address, notice_id from message where seq = ?""";
    private static final String HOLD = "update message set held = ? where seq = ?";
    private static final String USED = """
            insert into month_use (month, channel, messages) select ?, channel, 1 from message where seq = ?
            on conflict (month, channel) do update set messages = messages + 1""";
    private static final String COUNT = """
            select coalesce(sum(messages), 0) from month_use where month = ? and (? is null or channel = ?)""";
    private static final String WAITING = """
            select count(*) from message where status = 'waiting' and reason_code in ('NO_CREDIT', 'MONTH_LIMIT')""";
    private static final String SEGMENTS = """
            select (sum(segments) + sum(n) - 1) / sum(n) as average from notice_sent
            where notice_id = ? and channel = ? and segments is not null having sum(n) > 0""";

    /** What the sums of the entries are, worked out anew. */
    private static final String SUMS = """
            select a.name, a.amount as kept,
            coalesce((select sum(amount) from credit_entry where to_account = a.name), 0)
            - coalesce((select sum(amount) from credit_entry where from_account = a.name), 0) as summed
            from credit_account a""";

    private static final String HELD_FOR_MESSAGES = "select coalesce(sum(held), 0) from message where held > 0";
    private static final String HELD_FOR_NOTHING = """
            select count(*) from message where held > 0 and status not in ('planned', 'waiting', 'sending', 'unsure')""";

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
        return db.sql(ENTRIES)
                .param("below", below)
                .param("kind", ask.kind())
                .param("from", ask.from().toEpochMilli())
                .param("to", ask.to().toEpochMilli())
                .param("most", most)
                .query(CreditRepository::entry)
                .list();
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

    /** The same by channel; what is about none stands under a blank one. */
    Map<String, Long> sumSpentByChannel(JdbcClient db, long from, long to) {
        Map<String, Long> found = new java.util.TreeMap<>();
        db.sql(SPENT_BY_CHANNEL).params(from, to).query((ResultSet rs) -> {
            found.put(rs.getString(1), rs.getLong(2));
        });
        return found;
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

    /** How many segments a notice's messages had on average, rounded up; empty where none was sent. */
    OptionalLong findUsualSegments(JdbcClient db, String noticeId, String channel) {
        Optional<Long> found = db.sql(SEGMENTS)
                .params(noticeId, channel)
                .query((rs, i) -> rs.getLong("average"))
                .optional();
        return found.isPresent() ? OptionalLong.of(found.get()) : OptionalLong.empty();
    }

    /** An account whose kept sum isn't that of its entries. */
    record Difference(String account, long kept, long summed) {}

    List<Difference> findDifferences(JdbcClient db) {
        return db
                .sql(SUMS)
                .query((rs, i) -> new Difference(rs.getString("name"), rs.getLong("kept"), rs.getLong("summed")))
                .list()
                .stream()
                .filter(d -> d.kept() != d.summed())
                .toList();
    }

    long sumHeldForMessages(JdbcClient db) {
        return db.sql(HELD_FOR_MESSAGES).query(Long.class).single();
    }

    int countHeldForNothing(JdbcClient db) {
        return db.sql(HELD_FOR_NOTHING).query(Integer.class).single();
    }
}
