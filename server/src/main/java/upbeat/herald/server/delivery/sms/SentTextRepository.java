package upbeat.herald.server.delivery.sms;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Texts that were sent in more than one segment. */
@Repository
class SentTextRepository {
    private static final String LONG = """
            select notice_id, text from message indexed by message_by_planned
            where channel = 'sms' and planned_at >= ? and segments > 1 and text is not null and not for_team order by planned_at desc limit ?""";

    record SentText(String noticeId, String text) {}

    /** The latest. */
    List<SentText> findLong(JdbcClient db, Instant since, int most) {
        return db.sql(LONG)
                .params(since.toEpochMilli(), most)
                .query((rs, i) -> new SentText(rs.getString(1), rs.getString(2)))
                .list();
    }
}
