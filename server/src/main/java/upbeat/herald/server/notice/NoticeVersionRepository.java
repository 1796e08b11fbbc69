package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.platform.persistence.Json;

/** Every rule that notices had, without their texts, which have versions of their own. */
@Repository
class NoticeVersionRepository {
    private static final String INSERT =
            "insert into notice_version (notice_id, body, at, saved_by) values (?, ?, ?, ?)";
    private static final String FIND =
            "select id, body, at, saved_by from notice_version where notice_id = ? order by id desc limit ?";

    /** @param notice without texts; null where it was deleted then; {@code by} empty where nobody knows */
    record NoticeVersion(long id, @Nullable Notice notice, Instant at, String by) {}

    /** @param notice null where it is deleted */
    void insert(JdbcClient db, String id, @Nullable Notice notice, Instant at, String by) {
        db.sql(INSERT)
                .params(
                        id,
                        notice == null ? null : Json.write(notice.withWordings(Map.of(), List.of())),
                        at.toEpochMilli(),
                        by)
                .update();
    }

    boolean hasAny(JdbcClient db, String noticeId) {
        return !find(db, noticeId, 1).isEmpty();
    }

    /** The newest first. */
    List<NoticeVersion> find(JdbcClient db, String noticeId, int most) {
        return db.sql(FIND)
                .params(noticeId, most)
                .query((rs, i) -> new NoticeVersion(
                        rs.getLong("id"),
                        Json.readNullable(rs.getString("body"), Notice.class),
                        Instant.ofEpochMilli(rs.getLong("at")),
                        rs.getString("saved_by")))
                .list();
    }
}
