package upbeat.herald.server.rehearsal;

import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.Texts;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.forecast.MessageWriter;
import upbeat.herald.core.forecast.ReplayedMessage;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** What was really sent about orders, or held, in the shape of a rehearsal's messages. */
@Repository
class SentMessageRepository {
    private static final String FIND = """
            select m.*, n.body as notice from message m left join notice n on n.id = m.notice_id
            where m.order_id in (select value from json_each(?)) and not m.for_team
            and m.status not in ('planned', 'waiting') order by m.order_id, m.planned_at, m.seq""";
    /** A gateway takes a while: what left so soon after it was due left on time. */
    private static final Duration ON_TIME = Duration.ofMinutes(5);

    /** @param text as it was sent; null where it was held, or is too old to be kept */
    record SentMessage(ReplayedMessage message, @Nullable Rendered text) {}

    /** By the order's id; orders without messages are left out. */
    Map<Long, List<SentMessage>> find(JdbcClient db, Collection<Long> orders) {
        Map<Long, List<SentMessage>> found = new HashMap<>();
        Map<String, Notice> read = new HashMap<>();
        db.sql(FIND).param(Json.write(orders)).query(rs -> {
            found.computeIfAbsent(rs.getLong("order_id"), id -> new ArrayList<>())
                    .add(map(rs, read));
        });
        return found;
    }

    private static SentMessage map(ResultSet rs, Map<String, Notice> read) throws SQLException {
        Stage stage = Stage.fromCode(rs.getString("stage")).orElseThrow();
        Channel channel = Channel.fromCode(rs.getString("channel")).orElseThrow();
        Instant due = Columns.instant(rs, "due_at");
        Instant sent = Optional.ofNullable(Columns.nullableInstant(rs, "sent_at"))
                .orElse(Columns.nullableInstant(rs, "claimed_at"));
        Reason held = findReason(rs);
        Instant at = held != null || sent == null || Duration.between(due, sent).compareTo(ON_TIME) <= 0 ? due : sent;
        String text = rs.getString("text");
        return new SentMessage(
                new ReplayedMessage(
                        noticeOf(rs, stage, read),
                        Texts.blankToNull(rs.getString("parcel")),
                        rs.getString("occasion"),
                        channel,
                        new ReplayedMessage.Times(Columns.instant(rs, "planned_at"), due, at),
                        held != null ? null : written(rs),
                        held),
                held != null || text == null
                        ? null
                        : new Rendered(rs.getString("subject"), text, rs.getString("html"), null));
    }

    private static MessageWriter.Written written(ResultSet rs) throws SQLException {
        String cost = rs.getString("cost");
        return new MessageWriter.Written(
                rs.getString("language"),
                null,
                Columns.nullableInt(rs, "segments"),
                cost == null
                        ? null
                        : new MessageWriter.Cost(new BigDecimal(cost), String.valueOf(rs.getString("cost_currency"))),
                null);
    }

    private static @Nullable Reason findReason(ResultSet rs) throws SQLException {
        String status = rs.getString("status");
        String reason = Objects.requireNonNullElse(rs.getString("reason"), "");
        if (status.equals("failed")) return new Reason(Reason.Code.BROKEN, "Not delivered: " + reason);
        if (!status.equals("withheld") && !status.equals("cancelled")) return null;
        String code = rs.getString("reason_code");
        Reason.Code known = Arrays.stream(Reason.Code.values())
                .filter(c -> c.name().equals(code))
                .findFirst()
                .orElse(Reason.Code.QUIET);
        return new Reason(known, reason);
    }

    /** Its notice, at the stage it spoke of then; where it is gone, only its name for machines is known. */
    private static Notice noticeOf(ResultSet rs, Stage stage, Map<String, Notice> read) throws SQLException {
        String id = rs.getString("notice_id");
        String body = rs.getString("notice");
        return read.computeIfAbsent(id + " " + stage.code(), key -> {
            Notice n = Json.readNullable(body, Notice.class);
            Notice.Timing timing =
                    new Notice.Timing(stage, Duration.ZERO, null, Notice.Per.PARCEL, Notice.DEFAULT_AGE_LIMIT);
            return new Notice(
                    id,
                    n == null ? id : n.name(),
                    Notice.State.PAUSED,
                    Audience.EVERYONE,
                    timing,
                    new Notice.Routing(List.of(), Notice.ChannelRule.ALL),
                    new Notice.Content(null, Map.of(), List.of()));
        });
    }
}
