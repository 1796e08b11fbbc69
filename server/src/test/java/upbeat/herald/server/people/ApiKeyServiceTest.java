package upbeat.herald.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import upbeat.herald.server.platform.persistence.TestDatabase;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.security.ApiKeyVerifier;

class ApiKeyServiceTest {
    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private final TestDatabase database = new TestDatabase();
    private final AccountRepository accounts = new AccountRepository();
    private final ApiKeyRepository stored = new ApiKeyRepository();
    private int calls;
    private final RandomIds ids = count -> {
        byte[] bytes = new byte[count];
        bytes[0] = (byte) ++calls;
        return bytes;
    };
    private final ApiKeyService keys =
            new ApiKeyService(stored, database.reader, database.writer, ids, InstantSource.fixed(NOW));

    @AfterEach
    void close() {
        database.close();
    }

    @Test
    void aKeyOpensOnceItIsThereAndOnlyItsHashIsKept() {
        String key = keys.create("warehouse", ApiRights.INGEST, "Noor");
        assertThat(key).startsWith("hk_");
        assertThat(keys.findHolder(key))
                .contains(new ApiKeyVerifier.Holder("warehouse", List.of(ApiKeyVerifier.INGEST)));
        assertThat(keys.findHolder(key + "x")).isEmpty();
        assertThat(database.reader
                        .sql("select key_hash from api_key")
                        .query(String.class)
                        .list())
                .singleElement()
                .asString()
                .hasSize(64)
                .doesNotContain(key.substring(3));
        assertThat(keys.create("other", ApiRights.ALL, "Noor")).isNotEqualTo(key);
    }

    @Test
    void aKeyThatWasAskedForTooEarlyIsKnownAsSoonAsItIsSaved() {
        assertThat(keys.findHolder("a-key-of-our-own")).isEmpty();
        keys.save("demo", "a-key-of-our-own");
        assertThat(keys.findHolder("a-key-of-our-own"))
                .map(ApiKeyVerifier.Holder::name)
                .contains("demo");
        keys.save("again", "a-key-of-our-own");
        assertThat(keys.findHolder("a-key-of-our-own"))
                .map(ApiKeyVerifier.Holder::name)
                .as("the same key stays whose it was")
                .contains("demo");
    }

    @Test
    void accountsAreFoundByTheirNameAndStandOnce() {
        assertThat(accounts.isEmpty(database.reader)).isTrue();
        database.write(db -> {
            accounts.insert(db, "ann", "hash", null, Role.WORK, NOW);
            return null;
        });
        assertThat(accounts.isEmpty(database.reader)).isFalse();
        AccountUserDetailsService details = new AccountUserDetailsService(accounts, database.reader);
        assertThat(details.loadUserByUsername("ann").getPassword()).isEqualTo("hash");
        assertThat(details.loadUserByUsername("ann").getAuthorities())
                .extracting(Object::toString)
                .isNotEmpty();
        assertThatThrownBy(() -> details.loadUserByUsername("bo")).isInstanceOf(UsernameNotFoundException.class);
        assertThatThrownBy(() -> database.write(db -> {
                    accounts.insert(db, "ann", "other", null, Role.VIEW, NOW);
                    return null;
                }))
                .isInstanceOf(DuplicateKeyException.class);
    }
}
