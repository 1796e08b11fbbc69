package upbeat.herald.server.delivery;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender;
import upbeat.herald.server.platform.persistence.Json;

/** Sends what somebody of the team writes back to a customer; the item's target is the reply that it answers. */
@Component
public class ReplyAnswerSender implements OutboxSender {
    public static final String KIND = "reply-answer";

    private final PersonalText personal;
    private final ReplyRepository replies;
    private final JdbcClient reader;
    private final InstantSource clock;

    ReplyAnswerSender(PersonalText personal, ReplyRepository replies, JdbcClient reader, InstantSource clock) {
        this.personal = personal;
        this.replies = replies;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param by who wrote it; {@code shop} whose brand speaks, or null; {@code language} BCP 47 */
    public record ReplyAnswer(
            String channel,
            String to,
            @Nullable String shop,
            String language,
            String subject,
            String text,
            String by) {}

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public Result send(OutboxItem item) {
        if (item.body().isEmpty()) return new Result.Refused("The customer's data was erased");
        ReplyAnswer a = Json.read(item.body(), ReplyAnswer.class);
        Channel channel = Channel.fromCode(a.channel()).orElse(null);
        Instant closes = channel == null ? null : findClosing(reader, channel, a.to());
        if (channel != null && closes != null && closes.isBefore(clock.instant()))
            return new Result.Refused("The time to write back by " + channel.label() + " has run out");
        PersonalText.To to = new PersonalText.To(a.channel(), a.to(), a.shop(), a.language());
        return personal.send(item, to, a.subject(), brand -> a.text());
    }

    /** Until when a customer may be written to in free words; null where that doesn't end. */
    public @Nullable Instant findClosing(JdbcClient db, Channel channel, String address) {
        Duration window = channel.personalWindow();
        if (window == null) return null;
        return replies.findLastAt(db, channel.code(), address)
                .map(at -> at.plus(window))
                .orElse(Instant.EPOCH);
    }
}
