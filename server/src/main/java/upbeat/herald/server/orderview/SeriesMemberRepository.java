package upbeat.herald.server.orderview;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Json;

/** Orders that a series still has something to say to. */
@Repository
class SeriesMemberRepository {
    private static final String OPEN = """
            from message m where m.status in ('planned', 'waiting') and not m.for_team
            and m.notice_id in (select value from json_each(:notices))""";
    private static final String COUNT = "select count(distinct m.order_id) " + OPEN;
    private static final String FIND = "select m.order_id, (select min(p.planned_at) from message p"
            + " where p.order_id = m.order_id and not p.for_team"
            + " and p.notice_id in (select value from json_each(:notices))) " + OPEN
            + " group by m.order_id order by min(m.due_at), m.order_id limit :most";

    record Member(long orderId, Instant since) {}

    /** @param notices ids of the series' notices */
    int count(JdbcClient db, Collection<String> notices) {
        return db.sql(COUNT)
                .param("notices", Json.write(notices))
                .query(Integer.class)
                .single();
    }

    /** Those first that hear next. */
    List<Member> find(JdbcClient db, Collection<String> notices, int most) {
        return db.sql(FIND)
                .param("notices", Json.write(notices))
                .param("most", most)
                .query((rs, i) -> new Member(rs.getLong(1), Instant.ofEpochMilli(rs.getLong(2))))
                .list();
    }
}
