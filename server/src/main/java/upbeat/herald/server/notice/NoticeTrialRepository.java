package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.wording.Channel;

/** Which notices somebody tried by a message to themselves. */
@Repository
public class NoticeTrialRepository {
    private static final String SAVE = """
            insert into notice_trial (notice_id, channel, at) values (?, ?, ?)
            on conflict (notice_id, channel) do update set at = excluded.at""";

    public void save(JdbcClient db, String noticeId, Channel channel, Instant at) {
        db.sql(SAVE).params(noticeId, channel.code(), at.toEpochMilli()).update();
    }

    /** Codes of the channels a notice was tried over. */
    public Set<String> findChannels(JdbcClient db, String noticeId) {
        return Set.copyOf(db.sql("select channel from notice_trial where notice_id = ?")
                .param(noticeId)
                .query(String.class)
                .list());
    }

    /** True where any notice was tried, or has spoken to customers already. */
    public boolean hasAny(JdbcClient db) {
        return db.sql("select exists (select 1 from notice_trial) or exists (select 1 from notice_sent)")
                .query(Boolean.class)
                .single();
    }
}
