package upbeat.herald.server.message;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A message as machines and the interface see it.
 *
 * @param status word of {@link MessageStatus}
 * @param reason why it is where it is, where there is something to say
 * @param text as it was sent; null before
 */
public record MessageView(
        String id,
        String notice,
        String shop,
        String order,
        @Nullable String trackingNumber,
        String stage,
        String channel,
        @Nullable String to,
        String language,
        String status,
        @Nullable String reason,
        Instant dueAt,
        @Nullable Instant sentAt,
        @Nullable Instant deliveredAt,
        @Nullable Instant readAt,
        @Nullable String subject,
        @Nullable String text,
        @Nullable Integer segments,
        @Nullable Money cost) {

    /** @param amount decimal as text; {@code currency} ISO 4217 */
    public record Money(String amount, String currency) {}

    public static MessageView of(MessageRow m, String shop, String order) {
        return new MessageView(
                m.id(),
                m.noticeId(),
                shop,
                order,
                m.parcel(),
                m.stage().code(),
                m.channel().code(),
                m.to(),
                m.language(),
                m.status().code(),
                m.reason(),
                m.dueAt(),
                m.sentAt(),
                m.deliveredAt(),
                m.readAt(),
                m.subject(),
                m.text(),
                m.segments(),
                m.cost() == null ? null : new Money(m.cost().toPlainString(), m.costCurrency()));
    }
}
