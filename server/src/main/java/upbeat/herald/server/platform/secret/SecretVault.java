package upbeat.herald.server.platform.secret;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.util.Base64;
import java.util.Optional;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.random.RandomIds;

/**
 * Seals secrets before they go into the database: AES-256-GCM (NIST SP 800-38D) under a key in a file beside it,
 * readable by its owner alone.
 */
@Component
public class SecretVault {
    private static final Logger LOG = LoggerFactory.getLogger(SecretVault.class);
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;
    private final byte[] key;
    private final RandomIds ids;

    @Autowired
    SecretVault(HeraldProperties properties, RandomIds ids) throws IOException {
        this(properties.data(), ids);
    }

    SecretVault(Path folder, RandomIds ids) throws IOException {
        this.key = KeyFile.readOrCreate(
                folder.resolve("vault.key"), ids, "secrets encrypted with it are lost and must be entered again");
        this.ids = ids;
    }

    public String encrypt(String secret) {
        byte[] nonce = ids.newBytes(NONCE);
        byte[] sealed = run(Cipher.ENCRYPT_MODE, nonce, secret.getBytes(StandardCharsets.UTF_8));
        return Base64.getEncoder()
                .encodeToString(ByteBuffer.allocate(NONCE + sealed.length)
                        .put(nonce)
                        .put(sealed)
                        .array());
    }

    /** Empty where it was sealed with another key: then it has to be entered again. */
    public Optional<String> tryDecrypt(String sealed) {
        try {
            return Optional.of(decrypt(sealed));
        } catch (IllegalStateException | IllegalArgumentException e) {
            LOG.warn(
                    "A secret was encrypted with another vault.key than this folder's. It has to be entered again in Setup");
            return Optional.empty();
        }
    }

    /** @throws IllegalStateException where it was sealed with another key, or changed */
    public String decrypt(String sealed) {
        byte[] all = Base64.getDecoder().decode(sealed);
        byte[] nonce = java.util.Arrays.copyOf(all, NONCE);
        return new String(
                run(Cipher.DECRYPT_MODE, nonce, java.util.Arrays.copyOfRange(all, NONCE, all.length)),
                StandardCharsets.UTF_8);
    }

    private byte[] run(int mode, byte[] nonce, byte[] text) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, new SecretKeySpec(key, "AES"), new GCMParameterSpec(TAG_BITS, nonce));
            return cipher.doFinal(text);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(
                    "A stored secret can't be decrypted with this folder's vault.key. Restore the key from a backup, or enter the secret again",
                    e);
        }
    }
}
