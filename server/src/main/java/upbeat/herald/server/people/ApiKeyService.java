package upbeat.herald.server.people;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.security.ApiKeyVerifier;

/** Keys for machines. A key is random and long, so a plain SHA-256 of it is enough to keep. */
@Component
public class ApiKeyService implements ApiKeyVerifier {
    private final AccountRepository accounts;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final RandomIds ids;
    private final InstantSource clock;
    private final Cache<String, Optional<String>> known = Caffeine.newBuilder()
            .maximumSize(1000)
            .expireAfterWrite(Duration.ofSeconds(30))
            .build();

    ApiKeyService(
            AccountRepository accounts, JdbcClient reader, DatabaseWriter writer, RandomIds ids, InstantSource clock) {
        this.accounts = accounts;
        this.reader = reader;
        this.writer = writer;
        this.ids = ids;
        this.clock = clock;
    }

    @Override
    public Optional<String> findHolder(String key) {
        return known.get(hash(key), h -> accounts.keyName(reader, h));
    }

    /** Makes a key; it is shown this once. */
    String create(String name) {
        String key = "hk_" + Base64.getUrlEncoder().withoutPadding().encodeToString(ids.newBytes(24));
        save(name, key);
        return key;
    }

    public void save(String name, String key) {
        writer.write(db -> {
            if (accounts.keyName(db, hash(key)).isEmpty()) accounts.insertKey(db, name, hash(key), clock.instant());
            return null;
        });
        known.invalidateAll();
    }

    private static String hash(String key) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }
}
