package upbeat.herald.server.delivery;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.GatewayRegistry;

/** Which accounts of a channel take messages now. */
@Component
class OpenAccounts {
    private final GatewayRegistry gateways;
    private final DeliveryPauses pauses;

    OpenAccounts(GatewayRegistry gateways, DeliveryPauses pauses) {
        this.gateways = gateways;
        this.pauses = pauses;
    }

    List<GatewayAccount> list(Channel channel) {
        return gateways.list(channel).stream()
                .filter(a -> pauses.millisLeft(a.id()) == 0)
                .toList();
    }

    /** For what has to go out at any rate: the first that works, or else the first. Empty where there is none. */
    Optional<Gateway> findGateway(Channel channel) {
        return gateways.list(channel).stream()
                .filter(a -> pauses.find(a.id()).isEmpty())
                .findFirst()
                .map(GatewayAccount::gateway)
                .or(() -> gateways.find(channel));
    }
}
