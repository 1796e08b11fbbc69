package upbeat.herald.server.channel;

import upbeat.herald.core.gateway.AccountRouting;
import upbeat.herald.core.wording.Channel;

/** An account in use, with the gateway that speaks for it. @param id the channel's code for its first account */
public record GatewayAccount(String id, AccountUse use, Gateway gateway) {
    public Channel channel() {
        return gateway.channel();
    }

    AccountRouting routing() {
        return use.toRouting(id);
    }
}
