package upbeat.herald.server.delivery;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.net.UnknownHostException;
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
import upbeat.herald.server.platform.http.InsideNetworkException;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
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
    private final DeliveryPauses pauses;

    GatewayService(
            GatewayAccounts accounts,
            ChannelRegistry channels,
            GatewayFactory factory,
            GatewayRegistry gateways,
            WorkSignal signal,
            DeliveryPauses pauses) {
        this.accounts = accounts;
        this.channels = channels;
        this.factory = factory;
        this.gateways = gateways;
        this.signal = signal;
        this.pauses = pauses;
    }

    /**
     * @param source {@code setup}, {@code file} (or the environment), or {@code none}
     * @param account in the names of its channel, without secrets
     * @param secret true where one is kept
     * @param secretsLost true where the stored ones can't be read any more and have to be entered again
     * @param trouble why nothing is handed over to it now, or null
     */
    record GatewayView(
            String channel,
            String version,
            String source,
            @Nullable Map<String, Object> account,
            boolean secret,
            boolean secretsLost,
            @JsonUnwrapped LastCheck lastCheck,
            DeliveryPauses.@Nullable Trouble trouble) {}

    /** @param testedAt null where it was never checked; {@code message} what the other side answered */
    record LastCheck(
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

    GatewayView save(String code, IfMatch match, GatewayBody body) {
        Channel channel = channels.parse(code);
        AccountSettings settings = validate(channel, body);
        ConnectionCheck check = checkConnection(channel, settings);
        if (!check.good())
            throw new HeraldException("account", "Not saved: the connection doesn't work. " + check.message());
        accounts.save(
                channel, settings, check, stored -> match.check(version(channel, stored), account(channel, stored)));
        return replaceGateway(channel);
    }

    /** Back to the account of the file or the environment, if there is one. */
    GatewayView remove(String code) {
        Channel channel = channels.parse(code);
        accounts.delete(channel);
        return replaceGateway(channel);
    }

    /** Tries a paused channel again at once. */
    GatewayView retryNow(String code) {
        Channel channel = channels.parse(code);
        pauses.retryNow(channel);
        signal.signal();
        return view(channel);
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
                version(channel, stored),
                stored.isPresent() ? "setup" : used.isPresent() ? "file" : "none",
                account(channel, stored),
                secret,
                stored.map(StoredAccount::secretsLost).orElse(false),
                stored.map(s -> new LastCheck(
                                s.testedAt(), s.check().good(), s.check().message()))
                        .orElse(new LastCheck(null, false, null)),
                pauses.find(channel).orElse(null));
    }

    private @Nullable Map<String, Object> account(Channel channel, Optional<StoredAccount> stored) {
        return stored.map(StoredAccount::settings)
                .or(() -> accounts.findInUse(channel))
                .map(AccountSettings::account)
                .orElse(null);
    }

    /** With the moment of its check, because secrets that change are not part of what is shown. */
    private String version(Channel channel, Optional<StoredAccount> stored) {
        return ContentVersion.of(
                account(channel, stored),
                stored.map(StoredAccount::testedAt).map(Instant::toString).orElse(null));
    }

    private ConnectionCheck checkConnection(Channel channel, AccountSettings settings) {
        Gateway gateway = channels.get(channel).createGateway(settings, accounts.networkOfEntered());
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
        AccountSettings given = new AccountSettings(body.account(), body.secrets() == null ? Map.of() : body.secrets());
        if (isInsideRefused(given.host()))
            throw new HeraldException(
                    "account.host",
                    given.host() + " is inside this network. To allow such gateways, the operator can set"
                            + " herald.gateways.inside-allowed=true");
        AccountSettings before = accounts.findInUse(channel).orElse(null);
        if (before == null) return given;
        if (given.isAtSamePlaceAs(before)) return given.withFallbackSecrets(before.secrets());
        // A stored secret is never sent anywhere but to where it was stored for.
        for (Map.Entry<String, String> secret : before.secrets().entrySet()) {
            if (!secret.getValue().isEmpty() && given.secret(secret.getKey()).isEmpty())
                errors.add(
                        "account." + secret.getKey(),
                        "The server or the user has changed. Enter this again, so that it isn't sent to the wrong place");
        }
        errors.throwIfAny();
        return given;
    }

    /** A name that nobody knows is left to the connection check, which says so. */
    private boolean isInsideRefused(@Nullable String host) {
        if (host == null) return false;
        try {
            accounts.networkOfEntered().resolve(host, 0);
            return false;
        } catch (InsideNetworkException e) {
            return true;
        } catch (UnknownHostException e) {
            return false;
        }
    }
}
