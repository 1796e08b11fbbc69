package upbeat.herald.server.delivery.chat;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.channel.ContentApproval.Status;
import upbeat.herald.server.platform.persistence.Json;

/** The chat templates as the network knows them. */
@Repository
public class ChatTemplateRepository {
    private static final String COLUMNS =
            "select name, notice_id, place, status, reason, at, wording, submission from chat_template ";
    private static final String SAVE = """
            insert into chat_template (name, notice_id, place, status, at, wording, submission)
            values (?, ?, ?, ?, ?, ?, ?)
            on conflict (name) do update set notice_id = excluded.notice_id, place = excluded.place,
            wording = excluded.wording, submission = excluded.submission""";
    private static final String UPDATE_STATUS =
            "update chat_template set status = ?, reason = ?, at = ? where name = ? and status <> ?";
    private static final String BY_STATUS =
            COLUMNS + "where submission is not null and status in (select value from json_each(?)) order by at, name";
    private static final String APPROVED =
            COLUMNS + "where notice_id = ? and place = ? and status = 'approved' order by at desc";

    /**
     * @param place language and variant, see {@link ChatApprovalService}; {@code at} of the last change of the status
     */
    public record StoredTemplate(
            String name,
            @Nullable String noticeId,
            @Nullable String place,
            Status status,
            @Nullable String reason,
            Instant at,
            @Nullable Wording wording,
            ChatSubmission submission) {}

    /** @param noticeId,place,wording null where only the submission is known */
    record NewTemplate(
            String name,
            @Nullable String noticeId,
            @Nullable String place,
            @Nullable Wording wording,
            ChatSubmission submission) {}

    public Optional<StoredTemplate> find(JdbcClient db, String name) {
        return db.sql(COLUMNS + "where name = ?")
                .param(name)
                .query(ChatTemplateRepository::mapRow)
                .optional();
    }

    public List<StoredTemplate> findByStatus(JdbcClient db, Status... statuses) {
        return db.sql(BY_STATUS)
                .param(Json.write(Arrays.stream(statuses)
                        .map(ChatTemplateRepository::code)
                        .toList()))
                .query(ChatTemplateRepository::mapRow)
                .list();
    }

    /** Approved templates of a place, the newest first. */
    List<StoredTemplate> findApproved(JdbcClient db, String noticeId, String place) {
        return db.sql(APPROVED)
                .params(noticeId, place)
                .query(ChatTemplateRepository::mapRow)
                .list();
    }

    /** Stores a template as submitted; one that is there keeps its status. */
    void save(JdbcClient db, NewTemplate t, Instant now) {
        db.sql(SAVE)
                .params(
                        t.name(),
                        t.noticeId(),
                        t.place(),
                        code(Status.SUBMITTED),
                        now.toEpochMilli(),
                        t.wording() == null ? null : Json.write(t.wording()),
                        Json.write(t.submission()))
                .update();
    }

    /** @return false where it had this status already */
    public boolean updateStatus(JdbcClient db, String name, Status status, @Nullable String reason, Instant now) {
        return db.sql(UPDATE_STATUS)
                        .params(code(status), reason, now.toEpochMilli(), name, code(status))
                        .update()
                == 1;
    }

    /** The database has had {@code brought} for a submitted template from the beginning. */
    private static String code(Status status) {
        return switch (status) {
            case SUBMITTED -> "brought";
            case PENDING -> "pending";
            case APPROVED -> "approved";
            case REFUSED -> "refused";
        };
    }

    private static Status status(String code) {
        return Arrays.stream(Status.values())
                .filter(s -> code(s).equals(code))
                .findFirst()
                .orElse(Status.PENDING);
    }

    private static StoredTemplate mapRow(ResultSet rs, int row) throws SQLException {
        return new StoredTemplate(
                rs.getString("name"),
                rs.getString("notice_id"),
                rs.getString("place"),
                status(rs.getString("status")),
                rs.getString("reason"),
                Instant.ofEpochMilli(rs.getLong("at")),
                Json.readNullable(rs.getString("wording"), Wording.class),
                Json.read(rs.getString("submission"), ChatSubmission.class));
    }
}
