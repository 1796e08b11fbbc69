package upbeat.herald.server.message;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;

/**
 * A message as it is kept.
 *
 * @param seq the number it has in the database; {@code id} the one it has everywhere else
 * @param sent what went out; its values are null before
 */
public record MessageRow(
        long seq, String id, MessageOrigin origin, MessageRecipient recipient, State state, Times times, Sent sent) {

    /**
     * How far it has come.
     *
     * @param reason why it is there, where there is something to say; {@code reasonCode} the same for machines
     * @param standBy channels to try if this one does not work
     * @param attempt how many hand-overs were begun; {@code nextTry} not tried before, or null
     */
    public record State(
            MessageStatus status,
            @Nullable String reasonCode,
            @Nullable String reason,
            List<Channel> standBy,
            int attempt,
            @Nullable Instant nextTry) {}

    /** @param dueAt not sent before */
    public record Times(
            Instant plannedAt,
            Instant dueAt,
            @Nullable Instant sentAt,
            @Nullable Instant deliveredAt,
            @Nullable Instant readAt) {}

    /**
     * What the customer was sent.
     *
     * @param gatewayRef the gateway's own name for it
     * @param question the buttons as they were sent, or null
     * @param cost decimal; {@code costCurrency} ISO 4217
     */
    public record Sent(
            @Nullable String gatewayRef,
            @Nullable String subject,
            @Nullable String text,
            @Nullable String html,
            @Nullable Question question,
            @Nullable Integer segments,
            @Nullable BigDecimal cost,
            @Nullable String costCurrency) {}
}
