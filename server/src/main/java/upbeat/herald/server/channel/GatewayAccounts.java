package upbeat.herald.server.channel;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
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
    private final Map<String, Optional<StoredAccount>> known = new ConcurrentHashMap<>();

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

    /** Id of the channel's first account, which the operator's file may set as well. */
    public static String mainId(Channel channel) {
        return channel.code();
    }

    /** Ids of the channel's accounts, the first account's always among them. */
    public List<String> listIds(Channel channel) {
        List<String> ids = new ArrayList<>(accounts.findIds(reader, channel));
        ids.remove(mainId(channel));
        ids.add(0, mainId(channel));
        return ids;
    }

    /** The channel's first account, however it was set. Empty where there is none. */
    public Optional<AccountSettings> findInUse(Channel channel) {
        return findInUse(channel, mainId(channel));
    }

    /** An account in use. Empty where there is none of this id. */
    public Optional<AccountSettings> findInUse(Channel channel, String id) {
        return findStored(id)
                .filter(s -> !s.secretsLost())
                .map(StoredAccount::settings)
                .or(() -> id.equals(mainId(channel))
                        ? Optional.ofNullable(configured.get(channel)).flatMap(ConfiguredAccount::settings)
                        : Optional.empty());
    }

    /** Where the first account may be: one of the file anywhere, one entered in Setup as the operator allows. */
    public OutboundNetwork networkOf(Channel channel) {
        return networkOf(mainId(channel));
    }

    public OutboundNetwork networkOf(String id) {
        return findStored(id).filter(s -> !s.secretsLost()).isPresent() ? entered : OutboundNetwork.ANYWHERE;
    }

    /** Where an account may be that is entered in Setup. */
    public OutboundNetwork networkOfEntered() {
        return entered;
    }

    public Optional<StoredAccount> findStored(String id) {
        return known.computeIfAbsent(id, i -> accounts.find(reader, i).map(this::decrypt));
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
            String id,
            AccountSettings settings,
            ConnectionCheck check,
            Consumer<Optional<StoredAccount>> precondition) {
        Instant now = clock.instant();
        writer.write(db -> {
            Optional<AccountRow> before = accounts.find(db, id);
            precondition.accept(before.map(this::decrypt));
            // Each encryption looks different: what stays the same is left as it is, so that it doesn't look changed.
            String encrypted = before.filter(
                            row -> decrypt(row).settings().secrets().equals(settings.secrets()))
                    .map(AccountRow::encryptedSecrets)
                    .orElseGet(() -> vault.encrypt(Json.write(settings.secrets())));
            accounts.save(db, id, channel, new AccountRow(settings.account(), encrypted, now, check), now);
            return null;
        });
        known.remove(id);
    }

    /** Forgets an account; the first one gives way to that of the file or the environment. */
    public void delete(String id) {
        writer.write(db -> {
            accounts.delete(db, id);
            return null;
        });
        known.remove(id);
    }
}
