package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.notice.Series;
import upbeat.herald.server.platform.persistence.Json;

/** Writes the series of the plan; they are read with it, see {@link NoticeRepository#findSeries}. */
@Repository
public class SeriesRepository {
    private static final String PUT = """
            insert into series (id, position, body, updated_at)
            values (?, (select coalesce(max(position), 0) + 1 from series), ?, ?)
            on conflict (id) do update set body = excluded.body, updated_at = excluded.updated_at""";

    /** Its notices say themselves that they are in it. */
    public void save(JdbcClient db, Series series, Instant now) {
        db.sql(PUT)
                .params(series.id(), Json.write(series.withNoticeIds(Set.of())), now.toEpochMilli())
                .update();
    }

    void delete(JdbcClient db, String id) {
        db.sql("delete from series where id = ?").param(id).update();
    }
}
