package upbeat.herald.server.message;

import java.sql.ResultSet;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Json;

/**
 * How many messages of each kind belong to each day, kept up to date by triggers with every change of a message. All
 * figures about messages come from here, so they agree with the list of messages to the last one.
 */
@Repository
public class MessageTallyRepository {
    private static final long DAY = Duration.ofDays(1).toMillis();

    private static final String KINDS = "select id, "
            + Arrays.stream(MessageDimension.values()).map(d -> d.column).collect(Collectors.joining(", "))
            + " from message_kind where id > ? order by id";
    private static final String WHOLE_DAYS =
            "select kind, sum(messages) from message_tally where day >= ? and day < ? group by kind";
    private static final String PART_OF_DAY =
            "select kind, count(*) from message indexed by message_by_time where at >= ? and at < ? group by kind";
    private static final String OF_ORDERS = """
            select kind, count(*) from message where order_id in (select value from json_each(?))
            and at >= ? and at < ? group by kind""";
    private static final String BY_DAY = """
            select day, kind, messages from message_tally where day >= ? and day <= ? and messages > 0
            and kind in (select value from json_each(?)) order by day desc, kind""";

    static final List<String> STATEMENTS = List.of(KINDS, WHOLE_DAYS, PART_OF_DAY, OF_ORDERS, BY_DAY);

    /** A span of time. @param from included; {@code to} not */
    public record Period(Instant from, Instant to) {
        /** Longer ago, or further ahead, than any message. */
        public static final Period ALWAYS = new Period(Instant.EPOCH, Instant.parse("9999-12-31T00:00:00Z"));
    }

    /** The messages of a day (UTC, days since 1970-01-01) by kind. */
    public record DayTally(long day, Map<Integer, Integer> kinds) {
        public int total() {
            return kinds.values().stream().mapToInt(Integer::intValue).sum();
        }
    }

    List<MessageKind> findKinds(JdbcClient db, int after) {
        return db.sql(KINDS)
                .param(after)
                .query((rs, i) -> {
                    Map<MessageDimension, String> values = new EnumMap<>(MessageDimension.class);
                    for (MessageDimension d : MessageDimension.values()) values.put(d, rs.getString(d.column));
                    return new MessageKind(rs.getInt("id"), values);
                })
                .list();
    }

    /** How many messages of each kind there are, by its id. Whole days are read from the tally, their rests counted. */
    public Map<Integer, Long> count(JdbcClient db, Period period) {
        long from = period.from().toEpochMilli();
        long to = period.to().toEpochMilli();
        long firstDay = -Math.floorDiv(-from, DAY);
        long endDay = Math.floorDiv(to, DAY);
        Map<Integer, Long> counts = new HashMap<>();
        if (firstDay > endDay) {
            add(db.sql(PART_OF_DAY).params(from, to), counts);
            return counts;
        }
        add(db.sql(WHOLE_DAYS).params(firstDay, endDay), counts);
        if (from < firstDay * DAY) add(db.sql(PART_OF_DAY).params(from, firstDay * DAY), counts);
        if (endDay * DAY < to) add(db.sql(PART_OF_DAY).params(endDay * DAY, to), counts);
        return counts;
    }

    /** The same of these orders alone. */
    public Map<Integer, Long> count(JdbcClient db, Collection<Long> orders, Period period) {
        Map<Integer, Long> counts = new HashMap<>();
        add(
                db.sql(OF_ORDERS)
                        .params(
                                Json.write(orders),
                                period.from().toEpochMilli(),
                                period.to().toEpochMilli()),
                counts);
        return counts;
    }

    private static void add(JdbcClient.StatementSpec sql, Map<Integer, Long> counts) {
        sql.query((ResultSet rs) -> {
            counts.merge(rs.getInt(1), rs.getLong(2), Long::sum);
        });
    }

    /**
     * The days that hold messages of these kinds, the newest first: enough of them for {@code wanted} messages beside
     * those of the newest day, which the period may hold a part of only.
     */
    public List<DayTally> findDays(JdbcClient db, Collection<Integer> kinds, Period period, int wanted) {
        return db.sql(BY_DAY)
                .params(
                        Math.floorDiv(period.from().toEpochMilli(), DAY),
                        Math.floorDiv(period.to().toEpochMilli() - 1, DAY),
                        Json.write(kinds))
                .query(rs -> {
                    List<DayTally> days = new ArrayList<>();
                    int found = 0;
                    while (rs.next()) {
                        long day = rs.getLong(1);
                        if (days.isEmpty() || days.get(days.size() - 1).day() != day) {
                            if (found >= wanted) return days;
                            days.add(new DayTally(day, new HashMap<>()));
                        }
                        int n = rs.getInt(3);
                        days.get(days.size() - 1).kinds().put(rs.getInt(2), n);
                        if (days.size() > 1) found += n;
                    }
                    return days;
                });
    }

    /** The part of a period that falls on a day. */
    public static Period cut(Period period, long day) {
        Instant start = Instant.ofEpochMilli(day * DAY);
        Instant end = Instant.ofEpochMilli((day + 1) * DAY);
        return new Period(
                period.from().isAfter(start) ? period.from() : start,
                period.to().isBefore(end) ? period.to() : end);
    }
}
