package upbeat.herald.server.platform.changes;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/**
 * Who changed what. Rows are written by triggers of the tables themselves, in the transaction that changes them (see
 * {@code V35__people.sql}), and by {@link #insert} for what changes no row; nothing ever changes or deletes one.
 */
@Repository
public class ChangeLogRepository {
    private static final TypeReference<TreeMap<String, Object>> VALUES = new TypeReference<>() {};

    private static final String INSERT =
            "insert into change_log (at, by, area, subject, action, after) values (?, ?, ?, ?, ?, ?)";
    private static final String FIND = """
            select * from change_log where (? is null or seq < ?) and (? is null or area = ?) and (? is null or by = ?)
            and (? is null or instr(lower(by || ' ' || subject || ' ' || action || ' ' || coalesce(before, '') || ' '
              || coalesce(after, '')), ?) > 0)
            order by seq desc limit ?""";
    private static final String PEOPLE = "select distinct by from change_log order by by";

    /**
     * @param area what kind of thing; {@code subject} its name
     * @param action created, changed, deleted, exported or erased
     * @param before, after the values that differ, by their path; null where there was or is nothing
     */
    public record NotedChange(
            long seq,
            Instant at,
            String by,
            String area,
            String subject,
            String action,
            @Nullable Map<String, Object> before,
            @Nullable Map<String, Object> after) {}

    /** Blank means all. @param search in all that is kept, small letters */
    record Search(
            @Nullable String area,
            @Nullable String by,
            @Nullable String search) {}

    /** @param details more that is known of it */
    public void insert(
            JdbcClient db, String by, String area, String subject, String action, Map<String, ?> details, Instant now) {
        db.sql(INSERT)
                .params(now.toEpochMilli(), by, area, subject, action, Json.write(details))
                .update();
    }

    /** The newest first. @param below only those before this one, or null */
    List<NotedChange> find(JdbcClient db, Search s, @Nullable Long below, int most) {
        return db.sql(FIND)
                .params(below, below, s.area(), s.area(), s.by(), s.by(), s.search(), s.search(), most)
                .query(ChangeLogRepository::row)
                .list();
    }

    List<String> findPeople(JdbcClient db) {
        return db.sql(PEOPLE).query(String.class).list();
    }

    private static NotedChange row(ResultSet rs, int i) throws SQLException {
        return new NotedChange(
                rs.getLong("seq"),
                Columns.instant(rs, "at"),
                rs.getString("by"),
                rs.getString("area"),
                rs.getString("subject"),
                rs.getString("action"),
                values(rs.getString("before")),
                values(rs.getString("after")));
    }

    private static @Nullable Map<String, Object> values(@Nullable String json) {
        return json == null ? null : Json.read(json, VALUES);
    }
}
