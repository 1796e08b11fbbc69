package upbeat.herald.server.channel;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.GatewayAccountRepository.AccountRow;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.secret.SecretVault;

/**
 * The accounts at the gateways: those entered in Setup, where there are any; else those of the file or the environment.
 * Secrets are encrypted and never shown.
 */
@Service
public class GatewayAccounts {
    private static final TypeReference<Map<String, String>> SECRETS = new TypeReference<>() {};

    private final Map<Channel, ConfiguredAccount> configured;
    private final GatewayAccountRepository accounts;
    private final SecretVault vault;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final OutboundNetwork entered;

    /** Asked for with every message, so they are kept until they change. */
    private final Map<Channel, Optional<StoredAccount>> known = new ConcurrentHashMap<>();

    GatewayAccounts(
            List<ConfiguredAccount> configured,
            GatewayAccountRepository accounts,
            SecretVault vault,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            @Value("${herald.gateways.inside-allowed:${herald.demo:false}}") boolean isInsideAllowed) {
        this.configured =
                configured.stream().collect(Collectors.toMap(ConfiguredAccount::channel, Function.identity()));
        this.accounts = accounts;
        this.vault = vault;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.entered = isInsideAllowed ? OutboundNetwork.ANYWHERE : OutboundNetwork.PUBLIC;
    }

    /**
     * An account that was entered in Setup.
     *
     * @param secretsLost true where the key they were sealed with is gone, so that they have to be entered again
     */
    public record StoredAccount(
            AccountSettings settings, @Nullable Instant testedAt, ConnectionCheck check, boolean secretsLost) {}

    /** The account in use, however it was set. Empty where there is none. */
    public Optional<AccountSettings> findInUse(Channel channel) {
        return findStored(channel)
                .filter(s -> !s.secretsLost())
                .map(StoredAccount::settings)
                .or(() -> Optional.ofNullable(configured.get(channel)).flatMap(ConfiguredAccount::settings));
    }

    /** Where the account in use may be: one of the file anywhere, one entered in Setup as the operator allows. */
    public OutboundNetwork networkOf(Channel channel) {
        return findStored(channel).filter(s -> !s.secretsLost()).isPresent() ? entered : OutboundNetwork.ANYWHERE;
    }

    /** Where an account may be that is entered in Setup. */
    public OutboundNetwork networkOfEntered() {
        return entered;
    }

    public Optional<StoredAccount> findStored(Channel channel) {
        return known.computeIfAbsent(channel, c -> accounts.find(reader, c).map(this::decrypt));
    }

    private StoredAccount decrypt(AccountRow row) {
        Optional<String> secrets =
                row.encryptedSecrets() == null ? Optional.of("{}") : vault.tryDecrypt(row.encryptedSecrets());
        return new StoredAccount(
                new AccountSettings(
                        row.account(), secrets.map(s -> Json.read(s, SECRETS)).orElse(Map.of())),
                row.testedAt(),
                row.check(),
                secrets.isEmpty());
    }

    /**
     * Takes an account into use that was tried just now.
     *
     * @param precondition asked of the stored account within the transaction; throws to keep it
     */
    public void save(
            Channel channel,
            AccountSettings settings,
            ConnectionCheck check,
            Consumer<Optional<StoredAccount>> precondition) {
        Instant now = clock.instant();
        writer.write(db -> {
            Optional<AccountRow> before = accounts.find(db, channel);
            precondition.accept(before.map(this::decrypt));
            // Each encryption looks different: what stays the same is left as it is, so that it doesn't look changed.
            String encrypted = before.filter(
                            row -> decrypt(row).settings().secrets().equals(settings.secrets()))
                    .map(AccountRow::encryptedSecrets)
                    .orElseGet(() -> vault.encrypt(Json.write(settings.secrets())));
            accounts.save(db, channel, new AccountRow(settings.account(), encrypted, now, check), now);
            return null;
        });
        known.remove(channel);
    }

    /** Back to the account of the file or the environment. */
    public void delete(Channel channel) {
        writer.write(db -> {
            accounts.delete(db, channel);
            return null;
        });
        known.remove(channel);
    }
}
