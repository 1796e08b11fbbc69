package upbeat.herald.server.messageview;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.CustomerDay;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.ChannelFallback;
import upbeat.herald.server.message.MessageEventRepository;
import upbeat.herald.server.message.MessageEventRepository.MessageEvent;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.message.SentEffects;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.platform.persistence.Acting;

/** Does what a person wants of one message, or says why it can't be done. */
@Component
class MessageActions {
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final MessageEventRepository events;
    private final MessagePlanner planner;
    private final ChannelFallback fallback;
    private final SentEffects effects;

    MessageActions(
            MessageRepository messages,
            OrderRepository orders,
            MessageEventRepository events,
            MessagePlanner planner,
            ChannelFallback fallback,
            SentEffects effects) {
        this.messages = messages;
        this.orders = orders;
        this.events = events;
        this.planner = planner;
        this.fallback = fallback;
        this.effects = effects;
    }

    /**
     * Within the caller's transaction.
     *
     * @param other the channel to use instead, for {@link MessageAction#CHANNEL}
     * @return null where it is done, else why not
     */
    @Nullable String apply(JdbcClient db, MessageRow m, MessageAction action, @Nullable Channel other, Acting by) {
        MessageStatus status = m.state().status();
        if (!action.isPossible(status)) return "This message is " + status.code() + ". There's nothing to change";
        String refusal =
                switch (action) {
                    case AGAIN -> again(db, m, by);
                    case DELIVERED -> accept(db, m, by.at()) ? null : GONE;
                    case CANCELLED ->
                        messages.markCancelled(db, m.seq(), new Reason(Reason.Code.QUIET, "Cancelled by " + by.name()))
                                ? null
                                : GONE;
                    case CHANNEL -> other == null ? GONE : useOther(db, m, other);
                };
        if (refusal == null)
            events.insert(
                    db,
                    m.seq(),
                    new MessageEvent(by.at(), describe(action), other == null ? null : other.label(), by.name()));
        return refusal;
    }

    private static final String GONE = "This message has changed meanwhile. Look at it again";

    private static String describe(MessageAction action) {
        return switch (action) {
            case AGAIN -> "again";
            case DELIVERED -> "settled";
            case CANCELLED -> "cancelled";
            case CHANNEL -> "channel";
        };
    }

    private @Nullable String again(JdbcClient db, MessageRow m, Acting by) {
        Instant now = by.at();
        if (m.origin().stage() == Stage.OUT_FOR_DELIVERY
                && !CustomerDay.isSameDay(
                        orders.get(db, m.origin().orderId()).order(), m.times().plannedAt(), now))
            return "It says that the parcel comes today, and that day is over";
        if (m.times().sentAt() == null || m.state().status() == MessageStatus.FAILED)
            return messages.sendAgain(db, m.seq(), "Sent again by " + by.name(), now) ? null : GONE;
        if (TeamOccasion.isForTeam(m.origin().occasion())) return "Messages to the team aren't sent twice";
        int time = 1;
        for (MessageRow other : messages.findByOrder(db, m.origin().orderId())) {
            if (!isResendOf(other, m, time)) continue;
            if (other.times().sentAt() == null && other.state().status() != MessageStatus.FAILED)
                return "It's being sent again already";
            time++;
        }
        planner.planResend(db, m, time, now);
        return null;
    }

    private static boolean isResendOf(MessageRow other, MessageRow m, int time) {
        return other.origin().noticeId().equals(m.origin().noticeId())
                && other.recipient().channel() == m.recipient().channel()
                && other.origin()
                        .occasion()
                        .equals(MessagePlanner.resend(m.origin().occasion(), time));
    }

    private @Nullable String useOther(JdbcClient db, MessageRow m, Channel other) {
        if (other == m.recipient().channel())
            return "It went out by " + other.label() + " already. Choose another channel";
        if (TeamOccasion.isForTeam(m.origin().occasion())) return "Messages to the team aren't sent twice";
        boolean isThere = messages.findByOrder(db, m.origin().orderId()).stream()
                .anyMatch(o -> o.origin().equals(m.origin()) && o.recipient().channel() == other);
        if (isThere) return "There is a message by " + other.label() + " for this already";
        return fallback.planOver(db, m, List.of(other)) ? null : "The customer can't be reached by " + other.label();
    }

    private boolean accept(JdbcClient db, MessageRow m, Instant now) {
        if (!messages.markAccepted(db, m.seq(), m.sent().gatewayRef(), now)) return false;
        effects.apply(db, m, now);
        return true;
    }
}
