package upbeat.herald.server.delivery;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayAccounts;
import upbeat.herald.server.channel.GatewayRegistry;

/** Makes the gateways of the accounts in use. */
@Configuration
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class GatewayFactory {
    private final GatewayAccounts accounts;
    private final ChannelRegistry channels;

    GatewayFactory(GatewayAccounts accounts, ChannelRegistry channels) {
        this.accounts = accounts;
        this.channels = channels;
    }

    @Bean(destroyMethod = "close")
    GatewayRegistry gatewayRegistry() {
        return new GatewayRegistry(
                Channel.all().stream().map(this::create).filter(g -> g != null).toList());
    }

    /** The gateway of the account in use, or null where there is none. */
    @Nullable Gateway create(Channel channel) {
        return accounts.findInUse(channel)
                .map(settings -> channels.get(channel).createGateway(settings, accounts.networkOf(channel)))
                .orElse(null);
    }
}
