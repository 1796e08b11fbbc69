package upbeat.herald.server.orderview;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Orders that a notice decided about lately. */
@Repository
class NoticeReasonRepository {
    /** Looks at the newest messages only: a notice without any among them is quiet. */
    private static final String LATEST = """
            select order_id from (select order_id, notice_id, seq from message order by seq desc limit 5000)
            where notice_id = ? group by order_id order by max(seq) desc limit ?""";

    /** The newest first. */
    List<Long> findLatest(JdbcClient db, String noticeId, int most) {
        return db.sql(LATEST).params(noticeId, most).query(Long.class).list();
    }
}
