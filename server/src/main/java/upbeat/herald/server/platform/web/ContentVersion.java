package upbeat.herald.server.platform.web;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.platform.persistence.Json;

/**
 * The version of a document that people edit, made from its content: the same content always has the same version, so
 * nothing has to be stored for it and data of any age has one.
 */
public final class ContentVersion {
    private static final int DIGITS = 16;

    private ContentVersion() {}

    /** @param parts the values whose change makes a new version; 16 hexadecimal digits of their SHA-256 */
    public static String of(@Nullable Object... parts) {
        byte[] content = Json.write(Arrays.asList(parts)).getBytes(StandardCharsets.UTF_8);
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(content);
            return HexFormat.of().formatHex(digest).substring(0, DIGITS);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e); // every Java has it
        }
    }
}
