package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.platform.persistence.Json;

@Repository
public class NoticeRepository {
    private static final String ALL = "select m.mark, n.body from plan_mark m left join notice n order by n.position";
    private static final String PUT = """
            insert into notice (id, position, body, updated_at)
            values (?, (select coalesce(max(position), 0) + 1 from notice), ?, ?)
            on conflict (id) do update set body = excluded.body, updated_at = excluded.updated_at""";

    /** The plan, and the mark it had: it is asked for with every stage reached, and long. */
    private record Plan(long mark, List<Notice> notices, boolean needsBackground, boolean hasTrial) {}

    /** As it was read last; null before. */
    private volatile @Nullable Plan last;

    public List<Notice> findAll(JdbcClient db) {
        return read(db).notices();
    }

    /** True where a condition of the plan asks for more than an order's own document. */
    public boolean needBackground(JdbcClient db) {
        return read(db).needsBackground();
    }

    /** True where a notice is on trial. */
    public boolean hasTrial(JdbcClient db) {
        return read(db).hasTrial();
    }

    /** Another one after every change of the plan. */
    public long findMark(JdbcClient db) {
        return db.sql("select mark from plan_mark").query(Long.class).single();
    }

    private Plan read(JdbcClient db) {
        Plan known = last;
        long mark = findMark(db);
        if (known != null && mark == known.mark()) return known;
        // Mark and notices in one statement: outside a transaction the plan may change between two.
        record Line(long mark, @Nullable Notice notice) {}
        List<Line> lines = db.sql(ALL)
                .query((rs, i) -> new Line(rs.getLong(1), Json.readNullable(rs.getString(2), Notice.class)))
                .list();
        List<Notice> notices =
                lines.stream().flatMap(l -> Stream.ofNullable(l.notice())).toList();
        Plan read = new Plan(
                lines.get(0).mark(),
                notices,
                notices.stream().anyMatch(n -> n.audience().needsBackground()),
                notices.stream().anyMatch(n -> n.state() == Notice.State.TRIAL));
        last = read;
        return read;
    }

    public Optional<Notice> find(JdbcClient db, String id) {
        return findAll(db).stream().filter(n -> n.id().equals(id)).findFirst();
    }

    public void save(JdbcClient db, Notice notice, Instant now) {
        db.sql(PUT).params(notice.id(), Json.write(notice), now.toEpochMilli()).update();
    }

    public void delete(JdbcClient db, String id) {
        db.sql("delete from notice where id = ?").param(id).update();
    }
}
