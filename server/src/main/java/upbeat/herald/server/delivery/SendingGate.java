package upbeat.herald.server.delivery;

import java.util.function.BooleanSupplier;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.MessageRepository;

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

    /** Hands a message over where it may leave. @param handOver true where the gateway was given it */
    void pass(Channel channel, MessageRepository.Due message, BooleanSupplier handOver) {
        if (stops.isStopped(channel, message.noticeId())) return;
        boolean isCounted = !message.isForTeam(); // the team's own messages are no flood
        if (isCounted && !guard.admit(message.noticeId())) return;
        boolean isHandedOver = false;
        try {
            isHandedOver = handOver.getAsBoolean();
        } finally {
            if (isCounted && !isHandedOver) guard.takeBack(message.noticeId());
        }
    }
}
