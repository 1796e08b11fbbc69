package upbeat.herald.server.message;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;

/**
 * A message as it is kept.
 *
 * @param parcel tracking number, or null for the order as a whole
 * @param standBy channels to try if this one does not work
 * @param question the buttons as they were sent, or null
 */
public record MessageRow(
        long seq,
        String id,
        String noticeId,
        long orderId,
        String parcel,
        Long parcelId,
        String occasion,
        Stage stage,
        Channel channel,
        String to,
        String language,
        MessageStatus status,
        String reasonCode,
        String reason,
        List<Channel> standBy,
        Instant plannedAt,
        Instant dueAt,
        int attempt,
        Instant sentAt,
        Instant deliveredAt,
        Instant readAt,
        String gatewayRef,
        String subject,
        String text,
        String html,
        Question question,
        Integer segments,
        BigDecimal cost,
        String costCurrency) {}
