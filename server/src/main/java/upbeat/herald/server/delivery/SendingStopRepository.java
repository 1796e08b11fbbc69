package upbeat.herald.server.delivery;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.delivery.SendingStop.Scope;

/** What is stopped, what that holds back, and how much notices have said in ten minutes. */
@Repository
class SendingStopRepository {
    private static final String INSERT = """
            insert into sending_stop (scope, since, stopped_by, reason) values (?, ?, ?, ?) on conflict (scope) do nothing""";
    private static final String HELD = """
            from message m where m.status in ('planned', 'waiting') and m.due_at <= :now
            and (:channel is null or m.channel = :channel) and (:notice is null or m.notice_id = :notice)""";
    private static final String DROP = """
            update message set status = 'withheld', reason_code = 'QUIET', reason = :reason, next_try_at = null
            where seq in (select m.seq\s""" + HELD + ")";
    private static final String PACE = "select slot, n from notice_pace where notice_id = ? and slot >= ?";

    /** A message that is held back. */
    record HeldMessage(
            String id,
            String shop,
            String number,
            String channel,
            @Nullable String to) {}

    record Pace(long slot, int count) {}

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

    /** How many messages would leave now. */
    int countHeld(JdbcClient db, Scope scope, Instant now) {
        return ask(db, "select count(*) " + HELD, scope, now)
                .query(Integer.class)
                .single();
    }

    /** Some of them, spread over all, to look at. */
    List<HeldMessage> findHeld(JdbcClient db, Scope scope, Instant now, int most) {
        return ask(
                        db,
                        "select m.id, o.shop, o.number, m.channel, m.address from message m join shop_order o on o.id = m.order_id"
                                + " where m.seq in (select m.seq " + HELD + ") order by m.seq % 97, m.seq limit :most",
                        scope,
                        now)
                .param("most", most)
                .query((rs, i) -> new HeldMessage(
                        rs.getString(1), rs.getString(2), rs.getString(3), rs.getString(4), rs.getString(5)))
                .list();
    }

    /** Sends none of them, ever. @return how many */
    int drop(JdbcClient db, Scope scope, String reason, Instant now) {
        return ask(db, DROP, scope, now).param("reason", reason).update();
    }

    private static JdbcClient.StatementSpec ask(JdbcClient db, String sql, Scope scope, Instant now) {
        return db.sql(sql)
                .param("now", now.toEpochMilli())
                .param("channel", scope.channel())
                .param("notice", scope.noticeId());
    }

    /** What a notice sent in each ten minutes from one on; those without anything are left out. */
    List<Pace> findPace(JdbcClient db, String noticeId, long since) {
        return db.sql(PACE)
                .params(noticeId, since)
                .query((rs, i) -> new Pace(rs.getLong(1), rs.getInt(2)))
                .list();
    }
}
