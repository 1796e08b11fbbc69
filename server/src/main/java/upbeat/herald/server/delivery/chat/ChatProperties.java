package upbeat.herald.server.delivery.chat;

import java.util.Map;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ConfiguredAccount;

/**
 * The chat network as the operator's file or the environment sets it.
 *
 * @param webhookSecret under which the network signs what it sends here (Standard Webhooks)
 */
@ConfigurationProperties("herald.chat")
record ChatProperties(
        @DefaultValue("") String url,
        @DefaultValue("") String token,
        @DefaultValue("") String webhookSecret) implements ConfiguredAccount {
    @Override
    public Channel channel() {
        return ChatChannel.WHATSAPP;
    }

    @Override
    public Optional<AccountSettings> settings() {
        if (url.isEmpty()) return Optional.empty();
        return Optional.of(AccountSettings.of(
                new ChatAccount(url), Map.of("token", token, ChatModule.WEBHOOK_SECRET, webhookSecret)));
    }

    @Override
    public String toString() {
        return "chat network " + url;
    }
}
