package upbeat.herald.server.delivery;

import java.util.Optional;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.AccountUse;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.GatewayAccount;
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
        return new GatewayRegistry(Channel.all().stream()
                .flatMap(channel -> accounts.listIds(channel).stream().map(id -> create(channel, id)))
                .flatMap(Optional::stream)
                .toList());
    }

    /** An account in use with its gateway, or empty where there is none. */
    Optional<GatewayAccount> create(Channel channel, String id) {
        return accounts.findInUse(channel, id)
                .map(settings -> new GatewayAccount(
                        id,
                        AccountUse.of(settings),
                        channels.get(channel).createGateway(id, settings, accounts.networkOf(id))));
    }
}
