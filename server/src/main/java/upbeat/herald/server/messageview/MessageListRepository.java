package upbeat.herald.server.messageview;

import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.message.MessageTallyRepository;
import upbeat.herald.server.message.MessageTallyRepository.DayTally;
import upbeat.herald.server.message.MessageTallyRepository.Period;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/**
 * The list of all messages, newest first, page by page. The tally says which days hold what is looked for, so that none
 * is walked through in vain, and whether a day's are better looked up by kind or met along the way.
 */
@Repository
class MessageListRepository {
    /**
     * Up to so many of a day are looked up by their kinds and sorted; of more, the day is walked until enough are met.
     */
    private static final int FEW = 3_000;

    private static final String BY_KIND = """
            select seq, at from message indexed by message_by_kind where kind in (select value from json_each(:kinds))
            and at >= :from and (at, seq) < (:at, :seq) and at <= :at order by at desc, seq desc limit :most""";
    private static final String BY_TIME = """
            select seq, at from message indexed by message_by_time where at >= :from and at <= :at
            and (at, seq) < (:at, :seq) and kind in (select value from json_each(:kinds))
            order by at desc, seq desc limit :most""";
    private static final String OF_ORDERS = """
            select seq, at from message where order_id in (select value from json_each(:orders))
            and kind in (select value from json_each(:kinds)) and at >= :from and (at, seq) < (:at, :seq)
            order by at desc, seq desc limit :most""";
    private static final String LINES = """
            select m.seq, m.id, m.at, m.status, m.reason_code, m.reason, m.notice_id, m.stage, m.channel, m.address,
            m.language, m.occasion, m.parcel, m.sent_at, m.delivered_at, m.read_at, m.next_try_at, m.attempt,
            m.subject, substr(m.text, 1, 120) as text, m.segments, m.cost, m.cost_currency, o.shop, o.number, o.name,
            p.carrier from json_each(?) j cross join message m on m.seq = j.value join shop_order o on o.id = m.order_id
            left join parcel p on p.id = m.parcel_id order by m.at desc, m.seq desc""";

    private static final String COSTS = """
            select m.cost_currency as currency, m.cost as cost, count(*) as n from json_each(?) j
            cross join message m on m.seq = j.value where m.cost is not null and m.sent_at is not null group by 1, 2""";

    static final List<String> STATEMENTS = List.of(BY_KIND, BY_TIME, OF_ORDERS, LINES, COSTS);

    private final MessageTallyRepository tally;

    MessageListRepository(MessageTallyRepository tally) {
        this.tally = tally;
    }

    /** Where a page ends: the next one begins below it. */
    record Cursor(long at, long seq) {
        static Cursor before(Instant end) {
            return new Cursor(end.toEpochMilli(), 0);
        }
    }

    record Line(
            long seq,
            String id,
            Instant at,
            LineProgress progress,
            About about,
            Target to,
            LineTimes times,
            Content content) {
        /** @param nextTryAt not before, where it waits; {@code attempt} how many hand-overs were begun */
        record LineProgress(
                String status,
                @Nullable String reasonCode,
                @Nullable String reason,
                @Nullable Instant nextTryAt,
                int attempt) {}

        /** As it was sent; null before. @param text its beginning */
        record Content(
                @Nullable String subject,
                @Nullable String text,
                @Nullable Integer segments,
                @Nullable String cost,
                @Nullable String currency) {}

        record About(
                String noticeId,
                String stage,
                String shop,
                String order,
                @Nullable String customer,
                @Nullable String carrier,
                @Nullable String trackingNumber) {}

        record Target(String channel, @Nullable String address, String language, String occasion) {}

        record LineTimes(
                @Nullable Instant sentAt,
                @Nullable Instant deliveredAt,
                @Nullable Instant readAt) {}
    }

    /** The numbers of messages of these kinds below a cursor, newest first. */
    List<Cursor> findPage(JdbcClient db, Collection<Integer> kinds, Period period, Cursor below, int most) {
        List<Cursor> found = new ArrayList<>();
        Period open = new Period(period.from(), Instant.ofEpochMilli(below.at() + 1));
        if (kinds.isEmpty() || !open.from().isBefore(open.to())) return found;
        for (DayTally day : tally.findDays(db, kinds, open, most)) {
            Period part = MessageTallyRepository.cut(period, day.day());
            long end = part.to().toEpochMilli();
            Cursor from = below.at() < end ? below : new Cursor(end, 0);
            found.addAll(page(
                            db.sql(day.total() <= FEW ? BY_KIND : BY_TIME),
                            day.kinds().keySet(),
                            part,
                            from,
                            most - found.size())
                    .list());
            if (found.size() >= most) break;
        }
        return found;
    }

    /** The same of these orders alone. */
    List<Cursor> findPage(
            JdbcClient db, Collection<Integer> kinds, Period period, Collection<Long> orders, Cursor below, int most) {
        return page(db.sql(OF_ORDERS).param("orders", Json.write(orders)), kinds, period, below, most)
                .list();
    }

    private static JdbcClient.MappedQuerySpec<Cursor> page(
            JdbcClient.StatementSpec sql, Collection<Integer> kinds, Period period, Cursor below, int most) {
        return sql.param("kinds", Json.write(kinds))
                .param("from", period.from().toEpochMilli())
                .param("at", below.at())
                .param("seq", below.seq())
                .param("most", most)
                .query((rs, i) -> new Cursor(rs.getLong(2), rs.getLong(1)));
    }

    /** Messages by their numbers, newest first. */
    List<Line> findLines(JdbcClient db, Collection<Long> seqs) {
        return db.sql(LINES)
                .param(Json.write(seqs))
                .query(MessageListRepository::line)
                .list();
    }

    /** What those among these messages cost that were sent, by currency. */
    Map<String, BigDecimal> sumCosts(JdbcClient db, Collection<Long> seqs) {
        Map<String, BigDecimal> sums = new TreeMap<>();
        db.sql(COSTS).param(Json.write(seqs)).query((ResultSet rs) -> {
            BigDecimal cost = new BigDecimal(rs.getString("cost")).multiply(BigDecimal.valueOf(rs.getLong("n")));
            sums.merge(rs.getString("currency"), cost, BigDecimal::add);
        });
        return sums;
    }

    private static Line line(ResultSet rs, int i) throws SQLException {
        String parcel = rs.getString("parcel");
        return new Line(
                rs.getLong("seq"),
                rs.getString("id"),
                Columns.instant(rs, "at"),
                new Line.LineProgress(
                        rs.getString("status"),
                        rs.getString("reason_code"),
                        rs.getString("reason"),
                        Columns.nullableInstant(rs, "next_try_at"),
                        rs.getInt("attempt")),
                new Line.About(
                        rs.getString("notice_id"),
                        rs.getString("stage"),
                        rs.getString("shop"),
                        rs.getString("number"),
                        rs.getString("name"),
                        rs.getString("carrier"),
                        parcel.isEmpty() ? null : parcel),
                new Line.Target(
                        rs.getString("channel"),
                        rs.getString("address"),
                        rs.getString("language"),
                        rs.getString("occasion")),
                new Line.LineTimes(
                        Columns.nullableInstant(rs, "sent_at"),
                        Columns.nullableInstant(rs, "delivered_at"),
                        Columns.nullableInstant(rs, "read_at")),
                new Line.Content(
                        rs.getString("subject"),
                        rs.getString("text"),
                        Columns.nullableInt(rs, "segments"),
                        rs.getString("cost"),
                        rs.getString("cost_currency")));
    }
}
