package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** How much notices have sent. */
@Repository
class NoticeUsageRepository {
    private static final String SENT = """
            select notice_id, channel, sum(n) as n, max(segments) as segments from notice_sent where day >= ?
            group by notice_id, channel""";

    private static final long DAY_MILLIS = 86_400_000;

    /** @param count messages; {@code segments} of the longest, or null where the channel counts none */
    record Sent(int count, @Nullable Integer segments) {}

    /** What was sent since the day (UTC) of a moment, by notice id and channel code. */
    Map<String, Map<String, Sent>> countSent(JdbcClient db, Instant since) {
        Map<String, Map<String, Sent>> sent = new TreeMap<>();
        db.sql(SENT).param(since.toEpochMilli() / DAY_MILLIS).query(rs -> {
            int segments = rs.getInt("segments");
            Integer longest = rs.wasNull() ? null : Integer.valueOf(segments);
            sent.computeIfAbsent(rs.getString("notice_id"), k -> new TreeMap<>())
                    .put(rs.getString("channel"), new Sent(rs.getInt("n"), longest));
        });
        return sent;
    }
}
