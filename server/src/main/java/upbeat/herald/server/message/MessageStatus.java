package upbeat.herald.server.message;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;

/**
 * The life of a message and its legal changes.
 *
 * <pre>
 * planned   decided, not due yet            -> waiting, sending, withheld, cancelled
 * waiting   due, but its gateway is away    -> sending, withheld, cancelled
 * sending   being handed over               -> accepted, failed, waiting, unsure
 * unsure    handed over or not, nobody knows -> accepted, waiting, failed, cancelled
 * accepted  the gateway has it              -> delivered, read, failed
 * delivered on the customer's device        -> read
 * failed    the gateway refused it           -> waiting, where a person sends it again
 * withheld  kept back, with the reason       -> waiting, where a person sends it all the same
 * cancelled taken back by a person           -> waiting, where a person sends it all the same
 * </pre>
 */
public enum MessageStatus {
    PLANNED,
    WAITING,
    SENDING,
    ACCEPTED,
    DELIVERED,
    READ,
    FAILED,
    UNSURE,
    WITHHELD,
    CANCELLED;

    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static MessageStatus fromCode(String code) {
        return valueOf(code.toUpperCase(Locale.ROOT));
    }

    /** True where it is still to be handed over. */
    public boolean isInLine() {
        return this == PLANNED || this == WAITING;
    }

    /** The states from which this one may be reached. */
    Set<MessageStatus> allowedFrom() {
        return switch (this) {
            case PLANNED -> EnumSet.noneOf(MessageStatus.class);
            case WAITING -> EnumSet.of(PLANNED, WAITING, SENDING, UNSURE, FAILED, WITHHELD, CANCELLED);
            case SENDING -> EnumSet.of(PLANNED, WAITING);
            case ACCEPTED -> EnumSet.of(SENDING, UNSURE);
            case DELIVERED -> EnumSet.of(ACCEPTED, UNSURE);
            case READ -> EnumSet.of(ACCEPTED, DELIVERED, UNSURE);
            case FAILED -> EnumSet.of(SENDING, ACCEPTED, UNSURE);
            case UNSURE -> EnumSet.of(SENDING);
            case WITHHELD -> EnumSet.of(PLANNED, WAITING);
            case CANCELLED -> EnumSet.of(PLANNED, WAITING, UNSURE);
        };
    }
}
