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
import upbeat.herald.server.channel.AccountUse;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayAccounts;
import upbeat.herald.server.channel.GatewayAccounts.StoredAccount;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.platform.http.InsideNetworkException;
import upbeat.herald.server.platform.random.RandomIds;
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
    private static final String SEPARATOR = "-";

    private final GatewayAccounts accounts;
    private final ChannelRegistry channels;
    private final GatewayFactory factory;
    private final GatewayRegistry gateways;
    private final WorkSignal signal;
    private final DeliveryPauses pauses;
    private final RandomIds ids;

    GatewayService(
            GatewayAccounts accounts,
            ChannelRegistry channels,
            GatewayFactory factory,
            GatewayRegistry gateways,
            WorkSignal signal,
            DeliveryPauses pauses,
            RandomIds ids) {
        this.accounts = accounts;
        this.channels = channels;
        this.factory = factory;
        this.gateways = gateways;
        this.signal = signal;
        this.pauses = pauses;
        this.ids = ids;
    }

    /**
     * @param id of the account: the channel's code for its first one
     * @param source {@code setup}, {@code file} (or the environment), or {@code none}
     * @param account in the names of its channel, without secrets
     * @param secret true where one is kept
     * @param secretsLost true where the stored ones can't be read any more and have to be entered again
     * @param canHaveOthers true where its channel may have several accounts
     * @param trouble why nothing is handed over to it now, or null
     */
    record GatewayView(
            String id,
            String channel,
            String version,
            String source,
            @Nullable Map<String, Object> account,
            boolean secret,
            boolean secretsLost,
            boolean canHaveOthers,
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
        return Channel.all().stream()
                .flatMap(channel -> accounts.listIds(channel).stream().map(id -> view(channel, id)))
                .toList();
    }

    /** Tries an account without keeping it. A secret left empty is the one in use. */
    ConnectionCheck test(String id, GatewayBody body) {
        Channel channel = parse(id);
        return checkConnection(channel, id, validate(channel, id, body));
    }

    /** Tries and keeps one account more. */
    GatewayView add(String code, GatewayBody body) {
        Channel channel = channels.parse(code);
        if (!channels.get(channel).canHaveSeveralAccounts()
                || accounts.findInUse(channel).isEmpty())
            throw new HeraldException("account", "Set up the first account of " + channel.label() + " instead");
        if (accounts.listIds(channel).size() >= AccountUse.MOST_ACCOUNTS)
            throw new HeraldException(
                    "account", "A channel has " + AccountUse.MOST_ACCOUNTS + " accounts at the most. Delete one first");
        return save(ids.newId(channel.code() + SEPARATOR, 4), new IfMatch("*"), body);
    }

    GatewayView save(String id, IfMatch match, GatewayBody body) {
        Channel channel = parse(id);
        AccountSettings settings = validate(channel, id, body);
        checkAllReached(channel, id, AccountUse.of(settings));
        ConnectionCheck check = checkConnection(channel, id, settings);
        if (!check.good())
            throw new HeraldException("account", "Not saved: the connection doesn't work. " + check.message());
        accounts.save(
                channel,
                id,
                settings,
                check,
                stored -> match.check(version(channel, id, stored), account(channel, id, stored)));
        return replaceGateway(channel, id);
    }

    /** The first account goes back to that of the file or the environment, if there is one; another is gone. */
    GatewayView remove(String id) {
        Channel channel = parse(id);
        List<String> others = accounts.listIds(channel).stream()
                .filter(other -> !other.equals(id))
                .toList();
        if (id.equals(GatewayAccounts.mainId(channel)) && !others.isEmpty())
            throw new HeraldException("account", "Delete the other accounts of " + channel.label() + " first");
        accounts.delete(id);
        return replaceGateway(channel, id);
    }

    /** Tries a paused account again at once. */
    GatewayView retryNow(String id) {
        Channel channel = parse(id);
        pauses.retryNow(id);
        signal.signal();
        return view(channel, id);
    }

    private Channel parse(String id) {
        return channels.parse(id.contains(SEPARATOR) ? id.substring(0, id.indexOf(SEPARATOR)) : id);
    }

    /** Customers in other countries must find an account as well. */
    private void checkAllReached(Channel channel, String id, AccountUse use) {
        if (use.countries().isEmpty()) return;
        boolean isOtherGeneral = accounts.listIds(channel).stream()
                .filter(other -> !other.equals(id))
                .flatMap(other -> accounts.findInUse(channel, other).stream())
                .anyMatch(settings -> AccountUse.of(settings).countries().isEmpty());
        if (!isOtherGeneral)
            throw new HeraldException(
                    "account.countries",
                    "Leave the countries empty here, or messages to all other countries have no account to leave by");
    }

    private GatewayView replaceGateway(Channel channel, String id) {
        gateways.replace(id, factory.create(channel, id).orElse(null));
        signal.signal();
        return view(channel, id);
    }

    private GatewayView view(Channel channel, String id) {
        Optional<StoredAccount> stored = accounts.findStored(id);
        Optional<AccountSettings> used = accounts.findInUse(channel, id);
        boolean secret =
                used.stream().flatMap(s -> s.secrets().values().stream()).anyMatch(s -> !s.isEmpty());
        return new GatewayView(
                id,
                channel.code(),
                version(channel, id, stored),
                stored.isPresent() ? "setup" : used.isPresent() ? "file" : "none",
                account(channel, id, stored),
                secret,
                stored.map(StoredAccount::secretsLost).orElse(false),
                channels.get(channel).canHaveSeveralAccounts(),
                stored.map(s -> new LastCheck(
                                s.testedAt(), s.check().good(), s.check().message()))
                        .orElse(new LastCheck(null, false, null)),
                pauses.find(id).orElse(null));
    }

    private @Nullable Map<String, Object> account(Channel channel, String id, Optional<StoredAccount> stored) {
        return stored.map(StoredAccount::settings)
                .or(() -> accounts.findInUse(channel, id))
                .map(AccountSettings::account)
                .orElse(null);
    }

    /** With the moment of its check, because secrets that change are not part of what is shown. */
    private String version(Channel channel, String id, Optional<StoredAccount> stored) {
        return ContentVersion.of(
                account(channel, id, stored),
                stored.map(StoredAccount::testedAt).map(Instant::toString).orElse(null));
    }

    private ConnectionCheck checkConnection(Channel channel, String id, AccountSettings settings) {
        Gateway gateway = channels.get(channel).createGateway(id, settings, accounts.networkOfEntered());
        try {
            return gateway.checkConnection();
        } finally {
            GatewayRegistry.close(gateway);
        }
    }

    private AccountSettings validate(Channel channel, String id, GatewayBody body) {
        ValidationException errors = new ValidationException();
        errors.check(body.account() != null, "account", "The account is missing");
        errors.throwIfAny();
        channels.get(channel).validateAccount(body.account(), errors);
        AccountUse.validate(body.account(), errors);
        errors.throwIfAny();
        AccountSettings given = new AccountSettings(body.account(), body.secrets() == null ? Map.of() : body.secrets());
        if (isInsideRefused(given.host()))
            throw new HeraldException(
                    "account.host",
                    given.host() + " is inside this network. To allow such gateways, the operator can set"
                            + " herald.gateways.inside-allowed=true");
        AccountSettings before = accounts.findInUse(channel, id).orElse(null);
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
