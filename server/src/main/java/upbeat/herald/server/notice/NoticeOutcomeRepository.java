package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What became of the messages that notices planned. */
@Repository
class NoticeOutcomeRepository {
    /** Else SQLite walks over all messages there ever were, in the order of their notices. */
    private static final String LATELY = " from message indexed by message_by_planned where planned_at >= ? ";

    private static final String HELD = "select notice_id, reason_code, max(reason) as reason, count(*) as n" + LATELY
            + "and status = 'withheld' and not for_team group by notice_id, reason_code";
    private static final String PLANNED = "select notice_id, count(*)" + LATELY + "and not for_team group by notice_id";
    private static final String SENT_BY_DAY = """
            select notice_id, sum(n) as n, count(distinct day) as days, max(day) as last from notice_sent
            where day >= ? group by notice_id""";
    private static final long DAY_MILLIS = 86_400_000;

    /** @param reason one of them, in words */
    record Held(String noticeId, String reasonCode, String reason, int count) {}

    /** @param days on how many days it sent something; {@code lastDay} of them, since 1970-01-01 (UTC) */
    record DailySending(int sent, int days, long lastDay) {}

    List<Held> findHeld(JdbcClient db, Instant since) {
        return db.sql(HELD)
                .param(since.toEpochMilli())
                .query((rs, i) -> new Held(
                        rs.getString("notice_id"), rs.getString("reason_code"), rs.getString("reason"), rs.getInt("n")))
                .list();
    }

    Map<String, Integer> countPlanned(JdbcClient db, Instant since) {
        Map<String, Integer> counts = new TreeMap<>();
        db.sql(PLANNED).param(since.toEpochMilli()).query(rs -> {
            counts.put(rs.getString(1), rs.getInt(2));
        });
        return counts;
    }

    Map<String, DailySending> findDailySending(JdbcClient db, Instant since) {
        Map<String, DailySending> found = new TreeMap<>();
        db.sql(SENT_BY_DAY).param(dayOf(since)).query(rs -> {
            found.put(
                    rs.getString("notice_id"), new DailySending(rs.getInt("n"), rs.getInt("days"), rs.getLong("last")));
        });
        return found;
    }

    static long dayOf(Instant at) {
        return Math.floorDiv(at.toEpochMilli(), DAY_MILLIS);
    }
}
