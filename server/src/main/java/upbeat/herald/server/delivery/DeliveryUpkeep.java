package upbeat.herald.server.delivery;

import org.springframework.stereotype.Component;
import upbeat.herald.server.credit.CreditUpkeep;
import upbeat.herald.server.message.QuietParcelSweep;

/** Hand-overs that nobody finished, channels that took too long, and carriers that fell silent. */
@Component
class DeliveryUpkeep {
    private final MessageHandOver handOver;
    private final AbandonedMessages abandoned;
    private final ChannelTimeouts timeouts;
    private final QuietParcelSweep quiet;
    private final CreditUpkeep credit;
    private final GatewayTroubleMail troubleMail;

    DeliveryUpkeep(
            MessageHandOver handOver,
            AbandonedMessages abandoned,
            ChannelTimeouts timeouts,
            QuietParcelSweep quiet,
            CreditUpkeep credit,
            GatewayTroubleMail troubleMail) {
        this.handOver = handOver;
        this.abandoned = abandoned;
        this.timeouts = timeouts;
        this.quiet = quiet;
        this.credit = credit;
        this.troubleMail = troubleMail;
    }

    void sweep() {
        settleAbandoned();
        timeouts.sweep();
        quiet.sweep();
        credit.sweep();
        troubleMail.sweep();
    }

    /** Settles what a process that died left in hand; nothing that this one holds in its own hands is touched. */
    void settleAbandoned() {
        abandoned.settle(handOver::isInHand);
    }
}
