package upbeat.herald.server.message;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.notice.TeamOccasion;

/**
 * A message as machines and the interface see it.
 *
 * @param status word of {@link MessageStatus}
 * @param reason why it is where it is, where there is something to say
 */
public record MessageView(
        String id,
        @JsonUnwrapped MessageAbout about,
        @JsonUnwrapped MessageTarget recipient,
        String status,
        @Nullable String reason,
        @JsonUnwrapped MessageTimes times,
        @JsonUnwrapped MessageText content) {

    /** Which notice of which order and parcel, and the stage it is about. */
    public record MessageAbout(
            String notice,
            String shop,
            String order,
            @Nullable String trackingNumber,
            String stage) {}

    /**
     * @param to e-mail address or phone number; {@code language} BCP 47
     * @param trial true where it goes to the team in the customer's place; {@code copy} where it is the team's copy of
     *     what the customer was sent
     */
    public record MessageTarget(String channel, @Nullable String to, String language, boolean trial, boolean copy) {}

    public record MessageTimes(
            Instant dueAt,
            @Nullable Instant sentAt,
            @Nullable Instant deliveredAt,
            @Nullable Instant readAt) {}

    /** As it was sent; null before. */
    public record MessageText(
            @Nullable String subject,
            @Nullable String text,
            @Nullable Integer segments,
            @Nullable Money cost) {}

    /** @param amount decimal as text; {@code currency} ISO 4217 */
    public record Money(String amount, @Nullable String currency) {}

    public static MessageView of(MessageRow m, String shop, String order) {
        return new MessageView(
                m.id(),
                new MessageAbout(
                        m.origin().noticeId(),
                        shop,
                        order,
                        m.origin().parcel(),
                        m.origin().stage().code()),
                new MessageTarget(
                        m.recipient().channel().code(),
                        m.recipient().to(),
                        m.recipient().language(),
                        TeamOccasion.isTrial(m.origin().occasion()),
                        TeamOccasion.isCopy(m.origin().occasion())),
                m.state().status().code(),
                m.state().reason(),
                new MessageTimes(
                        m.times().dueAt(),
                        m.times().sentAt(),
                        m.times().deliveredAt(),
                        m.times().readAt()),
                new MessageText(
                        m.sent().subject(),
                        m.sent().text(),
                        m.sent().segments(),
                        m.sent().cost() == null
                                ? null
                                : new Money(
                                        m.sent().cost().toPlainString(),
                                        m.sent().costCurrency())));
    }
}
