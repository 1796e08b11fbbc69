package upbeat.herald.server.delivery.email;

import java.util.Map;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ConfiguredAccount;

/**
 * The mail server as the operator's file or the environment sets it.
 *
 * @param tls {@code none}, {@code starttls} or {@code tls}
 * @param connections mails handed over side by side
 */
@ConfigurationProperties("herald.mail")
record EmailProperties(
        @DefaultValue("") String host,
        @DefaultValue("587") int port,
        @DefaultValue("") String user,
        @DefaultValue("") String password,
        @DefaultValue("none") String tls,
        @DefaultValue("4") int connections)
        implements ConfiguredAccount {
    @Override
    public Channel channel() {
        return EmailChannel.EMAIL;
    }

    @Override
    public Optional<AccountSettings> settings() {
        if (host.isEmpty()) return Optional.empty();
        return Optional.of(AccountSettings.of(new EmailAccount(host, port, user, tls), Map.of("password", password)));
    }

    @Override
    public String toString() {
        return "mail server " + host + ":" + port;
    }
}
