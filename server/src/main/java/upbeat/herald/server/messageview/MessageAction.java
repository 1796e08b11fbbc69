package upbeat.herald.server.messageview;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.message.MessageStatus;

/** What a person makes of a message. */
enum MessageAction {
    /** It goes out now; what was sent already is said once more. */
    AGAIN(EnumSet.of(
            MessageStatus.FAILED,
            MessageStatus.UNSURE,
            MessageStatus.WAITING,
            MessageStatus.WITHHELD,
            MessageStatus.CANCELLED,
            MessageStatus.ACCEPTED,
            MessageStatus.DELIVERED,
            MessageStatus.READ)),
    /** The customer has it. */
    DELIVERED(EnumSet.of(MessageStatus.UNSURE)),
    /** It never goes out. */
    CANCELLED(EnumSet.of(MessageStatus.PLANNED, MessageStatus.WAITING, MessageStatus.UNSURE)),
    /** Another channel says it. */
    CHANNEL(EnumSet.of(
            MessageStatus.FAILED,
            MessageStatus.UNSURE,
            MessageStatus.WAITING,
            MessageStatus.WITHHELD,
            MessageStatus.CANCELLED,
            MessageStatus.ACCEPTED,
            MessageStatus.DELIVERED,
            MessageStatus.READ));

    private final Set<MessageStatus> from;

    MessageAction(Set<MessageStatus> from) {
        this.from = from;
    }

    boolean isPossible(MessageStatus status) {
        return from.contains(status);
    }

    String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    static MessageAction parse(String code) {
        for (MessageAction action : values()) if (action.code().equals(code)) return action;
        throw new HeraldException("as", "Choose again, delivered, cancelled or channel");
    }
}
