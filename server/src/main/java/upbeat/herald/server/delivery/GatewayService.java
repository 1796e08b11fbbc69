package upbeat.herald.server.delivery;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayAccounts;
import upbeat.herald.server.channel.GatewayAccounts.StoredAccount;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * The accounts through which messages leave. An account is tried before it is kept, and the other side's words are
 * shown.
 */
@Service
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class GatewayService {
    private final GatewayAccounts accounts;
    private final ChannelRegistry channels;
    private final GatewayFactory factory;
    private final GatewayRegistry gateways;
    private final WorkSignal signal;

    GatewayService(
            GatewayAccounts accounts,
            ChannelRegistry channels,
            GatewayFactory factory,
            GatewayRegistry gateways,
            WorkSignal signal) {
        this.accounts = accounts;
        this.channels = channels;
        this.factory = factory;
        this.gateways = gateways;
        this.signal = signal;
    }

    /**
     * @param source {@code setup}, {@code file} (or the environment), or {@code none}
     * @param account in the names of its channel, without secrets
     * @param secret true where one is kept
     * @param message what the other side answered at the last check
     */
    record GatewayView(
            String channel,
            String source,
            @Nullable Map<String, Object> account,
            boolean secret,
            @Nullable Instant testedAt,
            boolean good,
            @Nullable String message) {}

    record GatewayBody(
            Map<String, Object> account, @Nullable Map<String, String> secrets) {}

    List<GatewayView> list() {
        return Channel.all().stream().map(this::view).toList();
    }

    /** Tries an account without keeping it. A secret left empty is the one in use. */
    ConnectionCheck test(String code, GatewayBody body) {
        Channel channel = channels.parse(code);
        return checkConnection(channel, validate(channel, body));
    }

    GatewayView save(String code, GatewayBody body) {
        Channel channel = channels.parse(code);
        AccountSettings settings = validate(channel, body);
        ConnectionCheck check = checkConnection(channel, settings);
        if (!check.good())
            throw new HeraldException("account", "Not saved: the connection doesn't work. " + check.message());
        accounts.save(channel, settings, check);
        return replaceGateway(channel);
    }

    /** Back to the account of the file or the environment, if there is one. */
    GatewayView remove(String code) {
        Channel channel = channels.parse(code);
        accounts.delete(channel);
        return replaceGateway(channel);
    }

    private GatewayView replaceGateway(Channel channel) {
        gateways.replace(channel, factory.create(channel));
        signal.signal();
        return view(channel);
    }

    private GatewayView view(Channel channel) {
        Optional<StoredAccount> stored = accounts.findStored(channel);
        Optional<AccountSettings> used = accounts.findInUse(channel);
        boolean secret =
                used.stream().flatMap(s -> s.secrets().values().stream()).anyMatch(s -> !s.isEmpty());
        return new GatewayView(
                channel.code(),
                stored.isPresent() ? "setup" : used.isPresent() ? "file" : "none",
                used.map(AccountSettings::account).orElse(null),
                secret,
                stored.map(StoredAccount::testedAt).orElse(null),
                stored.map(s -> s.check().good()).orElse(false),
                stored.map(s -> s.check().message()).orElse(null));
    }

    private ConnectionCheck checkConnection(Channel channel, AccountSettings settings) {
        Gateway gateway = channels.get(channel).createGateway(settings);
        try {
            return gateway.checkConnection();
        } finally {
            GatewayRegistry.close(gateway);
        }
    }

    private AccountSettings validate(Channel channel, GatewayBody body) {
        ValidationException errors = new ValidationException();
        errors.check(body.account() != null, "account", "The account is missing");
        errors.throwIfAny();
        channels.get(channel).validateAccount(body.account(), errors);
        errors.throwIfAny();
        Map<String, String> before =
                accounts.findInUse(channel).map(AccountSettings::secrets).orElse(Map.of());
        return new AccountSettings(
                        body.account() == null ? Map.of() : body.account(),
                        body.secrets() == null ? Map.of() : body.secrets())
                .withFallbackSecrets(before);
    }
}
