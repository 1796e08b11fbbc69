package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Series;
import upbeat.herald.server.platform.persistence.Json;

@Repository
public class NoticeRepository {
    /** In one statement: outside a transaction the plan may change between two. */
    private static final String ALL = """
            select m.mark, n.body,
            (select json_group_array(json(s.body)) from (select body from series order by position) s)
            from plan_mark m left join notice n order by n.position""";

    private static final TypeReference<List<Series>> ALL_SERIES = new TypeReference<>() {};
    private static final String PUT = """
            insert into notice (id, position, body, updated_at)
            values (?, (select coalesce(max(position), 0) + 1 from notice), ?, ?)
            on conflict (id) do update set body = excluded.body, updated_at = excluded.updated_at""";

    /** The plan, and the mark it had: it is asked for with every stage reached, and long. */
    private record Plan(
            long mark, List<Notice> notices, List<Series> series, boolean needsBackground, boolean writesToTeam) {}

    /** As it was read last; null before. */
    private volatile @Nullable Plan last;

    public List<Notice> findAll(JdbcClient db) {
        return read(db).notices();
    }

    /** True where a condition of the plan asks for more than an order's own document. */
    public boolean needBackground(JdbcClient db) {
        return read(db).needsBackground();
    }

    /** True where a notice is on trial, or the team gets copies. */
    public boolean writesToTeam(JdbcClient db) {
        return read(db).writesToTeam();
    }

    /** The series of the plan, each with its notices. */
    public List<Series> findSeries(JdbcClient db) {
        return read(db).series();
    }

    public boolean hasSeries(JdbcClient db) {
        return !findSeries(db).isEmpty();
    }

    /** Another one after every change of the plan. */
    public long findMark(JdbcClient db) {
        return db.sql("select mark from plan_mark").query(Long.class).single();
    }

    private Plan read(JdbcClient db) {
        Plan known = last;
        long mark = findMark(db);
        if (known != null && mark == known.mark()) return known;
        record Line(long mark, @Nullable Notice notice, String series) {}
        List<Line> lines = db.sql(ALL)
                .query((rs, i) ->
                        new Line(rs.getLong(1), Json.readNullable(rs.getString(2), Notice.class), rs.getString(3)))
                .list();
        List<Notice> kept =
                lines.stream().flatMap(l -> Stream.ofNullable(l.notice())).toList();
        List<Series> series = Json.read(lines.get(0).series(), ALL_SERIES).stream()
                .map(s -> s.withNoticeIds(idsIn(s, kept)))
                .toList();
        List<Notice> notices = kept.stream().map(n -> inSeries(n, series)).toList();
        Plan read = new Plan(
                lines.get(0).mark(),
                notices,
                series,
                notices.stream().anyMatch(Notice::needsBackground),
                notices.stream()
                        .anyMatch(n -> n.state() == Notice.State.TRIAL
                                || !n.effects().copies().isEmpty()));
        last = read;
        return read;
    }

    private static Set<String> idsIn(Series series, List<Notice> notices) {
        return notices.stream()
                .filter(n ->
                        n.timing().series() != null && n.timing().series().id().equals(series.id()))
                .map(Notice::id)
                .collect(Collectors.toSet());
    }

    /** A series is kept once; its notices only say which. */
    private static Notice inSeries(Notice notice, List<Series> all) {
        Series named = notice.timing().series();
        if (named == null) return notice;
        return notice.withSeries(
                all.stream().filter(s -> s.id().equals(named.id())).findFirst().orElse(null));
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
