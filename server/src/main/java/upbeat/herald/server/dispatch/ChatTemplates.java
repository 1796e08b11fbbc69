package upbeat.herald.server.dispatch;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.OtherWording;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.ChatTemplate;
import upbeat.herald.core.wording.CheckWording;
import upbeat.herald.server.storage.Json;

/**
 * The chat wordings as the network knows them. A wording's name is made from its content, so that a changed one is
 * another template and an approved one stays what it was: it goes on being sent while its successor is looked at.
 */
@Repository
public class ChatTemplates {
    private static final String COLUMNS =
            "select name, notice_id, place, status, reason, at, wording, submission from chat_template";
    private static final String BRING =
            "insert into chat_template (name, notice_id, place, status, at, wording, submission) values (?, ?, ?, ?, ?, ?, ?) on conflict (name) do update set notice_id = excluded.notice_id, place = excluded.place, wording = excluded.wording, submission = excluded.submission";
    private static final String JUDGED =
            "update chat_template set status = ?, reason = ?, at = ? where name = ? and status <> ?";

    /** {@code BROUGHT} is here and not yet at the network; {@code PENDING} is being looked at there. */
    public enum Status {
        BROUGHT,
        PENDING,
        APPROVED,
        REFUSED;

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }

        static Status of(String word) {
            for (Status s : values()) if (s.code().equals(word)) return s;
            return PENDING; // what the network says beyond our words is not yet a yes
        }
    }

    /** What is brought to the network. @param samples one for each parameter */
    public record Submission(
            String language,
            @Nullable String header,
            String body,
            @Nullable String footer,
            List<String> buttons,
            Wording.@Nullable LinkButton link,
            List<String> samples) {
        static Submission of(String language, ChatTemplate t) {
            return new Submission(language, t.header(), t.body(), t.footer(), t.replies(), t.link(), t.samples());
        }
    }

    /** @param place language and variant; {@code reason} of a refusal; {@code at} of the last change of its status */
    public record Kept(
            String name,
            @Nullable String noticeId,
            @Nullable String place,
            Status status,
            @Nullable String reason,
            Instant at,
            @Nullable Wording wording,
            @Nullable Submission submission) {}

    public Optional<Kept> find(JdbcClient db, String name) {
        return db.sql(COLUMNS + " where name = ?")
                .param(name)
                .query(ChatTemplates::kept)
                .optional();
    }

    public List<Kept> with(JdbcClient db, Status... statuses) {
        return db.sql(
                        COLUMNS
                                + " where submission is not null and status in (select value from json_each(?)) order by at, name")
                .param(Json.of(
                        java.util.Arrays.stream(statuses).map(Status::code).toList()))
                .query(ChatTemplates::kept)
                .list();
    }

    /** Brings every chat wording of a notice that is new to the network, or changed. */
    public void bring(JdbcClient db, Notice notice, String baseLanguage, Instant now) {
        for (OtherWording o : ChooseWording.all(notice, Channel.WHATSAPP, baseLanguage)) {
            ChooseWording.whole(notice, Channel.WHATSAPP, o.language(), o.variant(), baseLanguage)
                    .filter(w -> w.hasBody()
                            && CheckWording.of(notice, Channel.WHATSAPP, w).isEmpty())
                    .ifPresent(w -> {
                        ChatTemplate template = template(notice, w);
                        bring(
                                db,
                                name(notice.id(), o.language(), template),
                                notice.id(),
                                place(o.language(), o.variant()),
                                w,
                                Submission.of(o.language(), template),
                                now);
                    });
        }
    }

    void bring(
            JdbcClient db,
            String name,
            String notice,
            String place,
            Wording wording,
            Submission submission,
            Instant now) {
        db.sql(BRING)
                .params(
                        name,
                        notice,
                        place,
                        Status.BROUGHT.code(),
                        now.toEpochMilli(),
                        wording == null ? null : Json.of(wording),
                        Json.of(submission))
                .update();
    }

    /** @return false where that was known already */
    public boolean judged(JdbcClient db, String name, Status status, String reason, Instant now) {
        return db.sql(JUDGED)
                        .params(status.code(), reason, now.toEpochMilli(), name, status.code())
                        .update()
                == 1;
    }

    /**
     * The wording that may go out in a place: the one that stands there, or while that one is not approved, the last
     * one that was.
     */
    public Wording inUse(JdbcClient db, Notice notice, ChooseWording.Chosen chosen) {
        if (find(db, nameOf(notice, chosen.language(), chosen.wording()))
                .filter(k -> k.status() == Status.APPROVED)
                .isPresent()) return chosen.wording();
        return db
                .sql(COLUMNS + " where notice_id = ? and place = ? and status = 'approved' order by at desc")
                .params(notice.id(), place(chosen.language(), chosen.variant()))
                .query(ChatTemplates::kept)
                .list()
                .stream()
                .filter(k -> k.wording() != null
                        && k.name()
                                .equals(nameOf(
                                        notice,
                                        chosen.language(),
                                        k.wording()))) // the notice may ask something else by now
                .map(Kept::wording)
                .findFirst()
                .orElse(chosen.wording());
    }

    public static String place(String language, Variant v) {
        return String.join(
                "|", language.toLowerCase(Locale.ROOT), text(v.shop()), text(v.carrier()), text(v.country()));
    }

    private static String text(String value) {
        return value == null ? "" : value;
    }

    public static String nameOf(Notice notice, String language, Wording wording) {
        return name(notice.id(), language, template(notice, wording));
    }

    private static ChatTemplate template(Notice notice, Wording wording) {
        Question question = notice.question();
        return ChatTemplate.of(wording, question == null ? null : question.saying(wording.buttons()));
    }

    /** The notice's name and the first digits of a hash of all that the network judges. */
    static String name(String notice, String language, ChatTemplate t) {
        String content = String.join(
                "\u0000",
                language,
                text(t.header()),
                t.body(),
                text(t.footer()),
                String.valueOf(t.replies()),
                String.valueOf(t.link()));
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(content.getBytes(StandardCharsets.UTF_8));
            return notice.toLowerCase(Locale.ROOT).replace('-', '_') + "_"
                    + HexFormat.of().formatHex(hash, 0, 6);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }

    private static Kept kept(ResultSet rs, int row) throws SQLException {
        return new Kept(
                rs.getString("name"),
                rs.getString("notice_id"),
                rs.getString("place"),
                Status.of(rs.getString("status")),
                rs.getString("reason"),
                Instant.ofEpochMilli(rs.getLong("at")),
                Json.read(rs.getString("wording"), Wording.class),
                Json.read(rs.getString("submission"), Submission.class));
    }
}
