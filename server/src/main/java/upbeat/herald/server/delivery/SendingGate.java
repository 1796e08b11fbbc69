package upbeat.herald.server.delivery;

import java.util.function.BooleanSupplier;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;

/** Whether a message may leave now, as far as somebody stopped it or a notice says far more than usual. */
@Component
class SendingGate {
    private final SendingStops stops;
    private final FloodGuard guard;

    SendingGate(SendingStops stops, FloodGuard guard) {
        this.stops = stops;
        this.guard = guard;
    }

    boolean isOpen(Channel channel) {
        return !stops.isStopped(channel);
    }

    /**
     * Hands a message over where it may leave.
     *
     * @param isForTeam true for the team's own messages, which are no flood
     * @param handOver true where the gateway was given it
     * @return what {@code handOver} returned, or false where it wasn't asked
     */
    boolean pass(Channel channel, String noticeId, boolean isForTeam, BooleanSupplier handOver) {
        if (stops.isStopped(channel, noticeId)) return false;
        if (!isForTeam && !guard.admit(noticeId)) return false;
        boolean isHandedOver = false;
        try {
            isHandedOver = handOver.getAsBoolean();
            return isHandedOver;
        } finally {
            if (!isForTeam && !isHandedOver) guard.takeBack(noticeId);
        }
    }
}
