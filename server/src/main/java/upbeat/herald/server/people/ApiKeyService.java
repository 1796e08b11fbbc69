package upbeat.herald.server.people;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.security.ApiKeyVerifier;
import upbeat.herald.server.platform.web.NotFoundException;

/** Keys for machines. A key is random and long, so a plain SHA-256 of it is enough to keep. */
@Component
public class ApiKeyService implements ApiKeyVerifier {
    private static final Logger LOG = LoggerFactory.getLogger(ApiKeyService.class);
    private static final int LONGEST_NAME = 60;
    private static final int MOST_KEYS = 100;
    /** Enough of its beginning to tell keys apart, far too little to guess the rest. */
    private static final int SHOWN = 8;

    private final ApiKeyRepository keys;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final RandomIds ids;
    private final InstantSource clock;
    private final Cache<String, Optional<Holder>> known = Caffeine.newBuilder()
            .maximumSize(1000)
            .expireAfterWrite(Duration.ofSeconds(30))
            .build();

    ApiKeyService(ApiKeyRepository keys, JdbcClient reader, DatabaseWriter writer, RandomIds ids, InstantSource clock) {
        this.keys = keys;
        this.reader = reader;
        this.writer = writer;
        this.ids = ids;
        this.clock = clock;
    }

    @Override
    public Optional<Holder> findHolder(String key) {
        return known.get(Tokens.hash(key), h -> {
            Optional<Holder> holder = keys.find(reader, h)
                    .map(k -> new Holder(k.name(), k.rights().authorities()));
            holder.ifPresent(n -> noteUse(h));
            return holder;
        });
    }

    /** Nobody is kept out because the note of it can't be written. */
    private void noteUse(String keyHash) {
        try {
            writer.writeAside(db -> {
                keys.updateLastUsed(db, keyHash, clock.instant());
                return null;
            });
        } catch (RuntimeException e) {
            LOG.warn("The use of an API key could not be noted: {}", e.toString());
        }
    }

    List<ApiKeyRepository.ApiKey> list() {
        return keys.findAll(reader);
    }

    /** The name as it is kept. @throws HeraldException where it can't be one, or another key has it */
    String checkName(@Nullable String given) {
        String name = Texts.blankToNull(given);
        if (name == null || name.length() > LONGEST_NAME)
            throw new HeraldException("name", "Enter a name of 1 to " + LONGEST_NAME + " characters");
        if (list().stream().anyMatch(k -> k.name().equalsIgnoreCase(name)))
            throw new HeraldException("name", "There is already a key called " + name + ". Choose another name");
        if (list().size() >= MOST_KEYS)
            throw new HeraldException("name", "There are " + MOST_KEYS + " keys. Revoke those that aren't in use");
        return name;
    }

    /** The key is refused from now on. */
    void revoke(long id) {
        boolean was = writer.write(db -> keys.delete(db, id));
        if (!was) throw new NotFoundException("This key was already revoked");
        known.invalidateAll();
    }

    /**
     * Makes a key; it is shown this once.
     *
     * @param account who makes it
     */
    String create(String name, ApiRights rights, String account) {
        String key = "hk_" + Tokens.create(ids);
        save(name, key, rights, account);
        return key;
    }

    /** A key that is known beforehand, good for everything. */
    public void save(String name, String key) {
        save(name, key, ApiRights.ALL, null);
    }

    private void save(String name, String key, ApiRights rights, @Nullable String account) {
        String hash = Tokens.hash(key);
        writer.write(db -> {
            if (keys.find(db, hash).isEmpty())
                keys.insert(
                        db,
                        name,
                        hash,
                        key.substring(0, Math.min(SHOWN, key.length() / 2)),
                        rights,
                        account,
                        clock.instant());
            return null;
        });
        known.invalidateAll();
    }
}
