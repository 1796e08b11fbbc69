package upbeat.herald.server.dispatch;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.web.Faults;

/** What was said, is to be said, or was not said and why. */
@RestController
@RequestMapping("/api/v1/messages")
@Tag(name = "messages")
class MessagesApi {
    private static final int MOST = 500;
    private static final String LIST = """
            select m.*, o.shop as shop, o.number as number from message m join shop_order o on o.id = m.order_id
            where m.seq > :after and (:shop is null or o.shop = :shop) and (:order is null or o.number = :order) and (:status is null or m.status = :status)
            and (:since is null or m.planned_at >= :since) order by m.seq limit :limit""";

    private final JdbcClient reader;

    MessagesApi(JdbcClient reader) {
        this.reader = reader;
    }

    /** @param next to be sent as {@code after} for the rest, or null at the end */
    record MessageList(List<MessageView> messages, @Nullable String next) {}

    private record Listed(long seq, MessageView view) {}

    @GetMapping
    @Operation(summary = "Messages in the order they were planned")
    MessageList list(
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String order,
            @RequestParam(required = false) @Nullable String status,
            @RequestParam(required = false) @Nullable OffsetDateTime since,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(required = false) @Nullable String after) {
        Faults faults = new Faults();
        if (limit < 1 || limit > MOST) faults.add("limit", "limit is 1 to " + MOST);
        if (status != null
                && Arrays.stream(MessageStatus.values()).noneMatch(s -> s.code().equals(status)))
            faults.add(
                    "status",
                    "There is no status " + status + ". There are "
                            + String.join(
                                    ", ",
                                    Arrays.stream(MessageStatus.values())
                                            .map(MessageStatus::code)
                                            .toList()));
        if (after != null && !after.matches("\\d{1,18}")) faults.add("after", "after is what next said");
        faults.raise();
        List<Listed> found = reader.sql(LIST)
                .param("after", after == null ? 0 : Long.parseLong(after))
                .param("shop", shop)
                .param("order", order)
                .param("status", status)
                .param("since", since == null ? null : since.toInstant().toEpochMilli())
                .param("limit", limit + 1)
                .query((rs, i) -> new Listed(
                        rs.getLong("seq"),
                        MessageView.of(MessageStore.row(rs, i), rs.getString("shop"), rs.getString("number"))))
                .list();
        boolean more = found.size() > limit;
        List<Listed> page = more ? found.subList(0, limit) : found;
        return new MessageList(
                page.stream().map(Listed::view).toList(),
                more ? Long.toString(page.get(page.size() - 1).seq()) : null);
    }
}
