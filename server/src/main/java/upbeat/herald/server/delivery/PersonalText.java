package upbeat.herald.server.delivery;

import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender.Result;

/** Hands over what is no message of the plan's, to one customer. */
@Component
class PersonalText {
    private final GatewayRegistry gateways;

    PersonalText(GatewayRegistry gateways) {
        this.gateways = gateways;
    }

    /** @param language BCP 47 */
    record To(Channel channel, String address, String language, Brand brand) {}

    Result send(OutboxItem item, To to, Rendered content) {
        Gateway gateway = gateways.find(to.channel()).orElse(null);
        if (gateway == null) return new Result.Later("No gateway is set up. Go to Setup, Gateways");
        HandOver end = gateway.handOver(new OutgoingMessage(
                item.id(), item.kind(), to.address(), to.language(), to.brand(), content, null, item.createdAt()));
        if (end instanceof HandOver.Accepted) return new Result.Taken("Sent");
        if (end instanceof HandOver.Refused refused) return new Result.Refused(refused.reason());
        if (end instanceof HandOver.Away away) return new Result.Later(away.reason());
        if (end instanceof HandOver.Later later) return new Result.Later(later.reason());
        // Rather none than two; a gateway that knows it by its id is asked again.
        return gateway.isIdempotent()
                ? new Result.Later("The gateway didn't confirm it")
                : new Result.Refused("The gateway didn't confirm it. It may have been sent all the same");
    }
}
