package upbeat.herald.server.delivery.sms;

import java.util.Map;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ConfiguredAccount;

/**
 * The SMS centre as the operator's file or the environment sets it.
 *
 * @param price of one segment, decimal, in {@code currency} (one SMS costs about 0.15: common practice, no source)
 * @param prices of one segment by country of the number, ISO 3166-1 alpha-2, where it is another
 */
@ConfigurationProperties("herald.sms")
record SmsProperties(
        @DefaultValue("") String host,
        @DefaultValue("2775") int port,
        @DefaultValue("") String systemId,
        @DefaultValue("") String password,
        @DefaultValue("0.15") String price,
        @DefaultValue("EUR") String currency,
        @DefaultValue Map<String, String> prices)
        implements ConfiguredAccount {
    @Override
    public Channel channel() {
        return SmsChannel.SMS;
    }

    @Override
    public Optional<AccountSettings> settings() {
        if (host.isEmpty()) return Optional.empty();
        SmsAccount account = new SmsAccount(host, port, systemId, price, currency, prices);
        return Optional.of(AccountSettings.of(account, Map.of("password", password)));
    }

    /** What an SMS costs while no account says otherwise. */
    SmsAccount usualPrices() {
        return new SmsAccount("", 0, "", price, currency, prices);
    }

    @Override
    public String toString() {
        return "SMS centre " + host + ":" + port;
    }
}
