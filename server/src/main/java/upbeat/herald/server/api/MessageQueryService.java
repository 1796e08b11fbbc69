package upbeat.herald.server.api;

import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRepository.Criteria;
import upbeat.herald.server.message.MessageRepository.FoundMessage;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.platform.web.ValidationException;

/** Finds messages for other systems, page by page. */
@Service
class MessageQueryService {
    private static final int MOST = 500;

    private final MessageRepository messages;
    private final JdbcClient reader;

    MessageQueryService(MessageRepository messages, JdbcClient reader) {
        this.messages = messages;
        this.reader = reader;
    }

    /** @param next to be sent as {@code after} for the rest, or null at the end */
    record MessageList(List<MessageView> messages, @Nullable String next) {}

    /** A caller's query as it came; null for any. */
    record Query(
            @Nullable String shop,
            @Nullable String order,
            @Nullable String status,
            @Nullable OffsetDateTime since,
            int limit,
            @Nullable String after) {}

    MessageList find(Query q) {
        List<FoundMessage> found = messages.findAll(reader, criteria(q));
        boolean more = found.size() > q.limit();
        List<FoundMessage> page = more ? found.subList(0, q.limit()) : found;
        return new MessageList(
                page.stream()
                        .map(f -> MessageView.of(f.message(), f.shop(), f.order()))
                        .toList(),
                more ? Long.toString(page.get(page.size() - 1).message().seq()) : null);
    }

    /** One more than asked for, to see whether there is a next page. */
    private static Criteria criteria(Query q) {
        ValidationException errors = new ValidationException();
        errors.check(q.limit() >= 1 && q.limit() <= MOST, "limit", "Enter a limit from 1 to " + MOST);
        MessageStatus status = q.status() == null
                ? null
                : Arrays.stream(MessageStatus.values())
                        .filter(s -> s.code().equals(q.status()))
                        .findFirst()
                        .orElse(null);
        errors.check(
                q.status() == null || status != null,
                "status",
                "There is no status " + q.status() + ". There are " + statuses());
        errors.check(q.after() == null || q.after().matches("\\d{1,18}"), "after", "Set after to the value of next");
        errors.throwIfAny();
        return new Criteria(
                q.shop(),
                q.order(),
                status,
                q.since() == null ? null : q.since().toInstant(),
                q.after() == null ? 0 : Long.parseLong(q.after()),
                q.limit() + 1);
    }

    private static String statuses() {
        return Arrays.stream(MessageStatus.values()).map(MessageStatus::code).collect(Collectors.joining(", "));
    }
}
