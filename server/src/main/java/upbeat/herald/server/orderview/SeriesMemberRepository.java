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
    /** Since when is asked of those that are shown, not of all. */
    private static final String FIND = """
            with next as materialized (select m.order_id as id, min(m.due_at) as due\s""" + OPEN + """
             group by m.order_id order by due, m.order_id limit :most)
            select n.id, (select min(p.planned_at) from message p where p.order_id = n.id and not p.for_team
                and p.notice_id in (select value from json_each(:notices)))
            from next n order by n.due, n.id""";

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
