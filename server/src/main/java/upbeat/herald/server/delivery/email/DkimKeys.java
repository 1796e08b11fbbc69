package upbeat.herald.server.delivery.email;

import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.interfaces.RSAPrivateKey;
import java.security.spec.PKCS8EncodedKeySpec;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.delivery.email.DkimKeyRepository.DkimKey;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.secret.SecretVault;

/** Makes the keys that sign a domain's mail, keeps them sealed, and has them at hand for the gateway. */
@Component
class DkimKeys {
    /** RFC 8301, 3.2: signers use at least 1024 bits and should use 2048. */
    private static final int BITS = 2048;

    private static final DateTimeFormatter SELECTOR = DateTimeFormatter.ofPattern("'herald'yyyyMMdd");

    private final DkimKeyRepository keys;
    private final SecretVault vault;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    /** Asked for with every mail, so they are kept until they change. */
    private final Map<String, Optional<Signer>> known = new ConcurrentHashMap<>();

    DkimKeys(DkimKeyRepository keys, SecretVault vault, JdbcClient reader, DatabaseWriter writer, InstantSource clock) {
        this.keys = keys;
        this.vault = vault;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** What signs the mail of a domain. */
    record Signer(String domain, String selector, RSAPrivateKey key) {}

    Optional<DkimKey> find(String domain) {
        return keys.find(reader, domain);
    }

    /** Empty where mail of this domain isn't signed here, or its key can't be read any more. */
    Optional<Signer> findSigner(String domain) {
        return known.computeIfAbsent(
                domain, d -> keys.find(reader, d).filter(DkimKey::isLive).flatMap(this::open));
    }

    private Optional<Signer> open(DkimKey key) {
        return vault.tryDecrypt(key.privateKey()).map(text -> {
            try {
                return new Signer(key.domain(), key.selector(), (RSAPrivateKey) KeyFactory.getInstance("RSA")
                        .generatePrivate(
                                new PKCS8EncodedKeySpec(Base64.getDecoder().decode(text))));
            } catch (GeneralSecurityException e) {
                throw new IllegalStateException("A key that was made here can't be read", e);
            }
        });
    }

    /** A key to be published; it signs nothing before. One that is there stays. */
    void create(String domain) {
        KeyPair pair = generate();
        Base64.Encoder base64 = Base64.getEncoder();
        writer.write(db -> {
            keys.insert(
                    db,
                    new DkimKey(
                            domain,
                            SELECTOR.format(LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC)),
                            vault.encrypt(
                                    base64.encodeToString(pair.getPrivate().getEncoded())),
                            base64.encodeToString(pair.getPublic().getEncoded()),
                            false),
                    clock.instant());
            return null;
        });
        known.remove(domain);
    }

    private static KeyPair generate() {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("RSA");
            generator.initialize(BITS);
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("RSA is part of every Java platform", e);
        }
    }

    /** The key was seen in DNS: from now on it signs. */
    void activate(String domain) {
        writer.write(db -> {
            keys.activate(db, domain);
            return null;
        });
        known.remove(domain);
    }

    void delete(String domain) {
        writer.write(db -> {
            keys.delete(db, domain);
            return null;
        });
        known.remove(domain);
    }
}
