package upbeat.herald.server.delivery;

import org.springframework.stereotype.Component;
import upbeat.herald.server.message.QuietParcelSweep;

/** Hand-overs that nobody finished, channels that took too long, and carriers that fell silent. */
@Component
class DeliveryUpkeep {
    private final MessageHandOver handOver;
    private final ChannelTimeouts timeouts;
    private final QuietParcelSweep quiet;

    DeliveryUpkeep(MessageHandOver handOver, ChannelTimeouts timeouts, QuietParcelSweep quiet) {
        this.handOver = handOver;
        this.timeouts = timeouts;
        this.quiet = quiet;
    }

    void sweep() {
        handOver.sweepAbandoned();
        timeouts.sweep();
        quiet.sweep();
    }
}
