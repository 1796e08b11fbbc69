package upbeat.herald.server.delivery;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.delivery.SendingStop.Scope;

/** What is stopped, and how much notices have said in ten minutes. */
@Repository
class SendingStopRepository {
    private static final String INSERT = """
            insert into sending_stop (scope, since, stopped_by, reason) values (?, ?, ?, ?)
            on conflict (scope) do nothing""";
    private static final String FIND_RATES = "select slot, n from notice_rate where notice_id = ? and slot >= ?";

    record SlotCount(long slot, int count) {}

    /** @return false where it was stopped already */
    boolean insert(JdbcClient db, SendingStop stop) {
        return db.sql(INSERT)
                        .params(stop.scope().code(), stop.since().toEpochMilli(), stop.by(), stop.reason())
                        .update()
                == 1;
    }

    boolean delete(JdbcClient db, Scope scope) {
        return db.sql("delete from sending_stop where scope = ?")
                        .param(scope.code())
                        .update()
                == 1;
    }

    List<SendingStop> findAll(JdbcClient db) {
        return db.sql("select scope, since, stopped_by, reason from sending_stop order by since, scope")
                .query((rs, i) -> new SendingStop(
                        new Scope(rs.getString(1)),
                        Instant.ofEpochMilli(rs.getLong(2)),
                        rs.getString(3),
                        rs.getString(4)))
                .list();
    }

    /** What a notice sent in each ten minutes from one on; those without anything are left out. */
    List<SlotCount> findRates(JdbcClient db, String noticeId, long since) {
        return db.sql(FIND_RATES)
                .params(noticeId, since)
                .query((rs, i) -> new SlotCount(rs.getLong(1), rs.getInt(2)))
                .list();
    }
}
