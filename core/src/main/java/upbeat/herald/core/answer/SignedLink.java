package upbeat.herald.core.answer;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * The token in an answer link: which message it belongs to and how long it holds, under an HMAC-SHA-256 (RFC 2104, RFC
 * 6234) cut to 96 bits. 32 characters of the URL-safe base64 alphabet (RFC 4648, section 5), short enough for an SMS.
 */
public final class SignedLink {
    private static final int MAC_BYTES = 12;
    private static final int BODY_BYTES = Long.BYTES + Integer.BYTES;

    private SignedLink() {}

    /** @param message the message's number; {@code until} the end of its validity, kept to the second */
    public static String create(byte[] secret, long message, Instant until) {
        byte[] body = ByteBuffer.allocate(BODY_BYTES)
                .putLong(message)
                .putInt((int) until.getEpochSecond())
                .array();
        byte[] token = Arrays.copyOf(body, BODY_BYTES + MAC_BYTES);
        System.arraycopy(mac(secret, body), 0, token, BODY_BYTES, MAC_BYTES);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(token);
    }

    /** As long as a real one, and answering nothing: for messages that aren't sent. */
    public static String createUnsigned() {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(new byte[BODY_BYTES + MAC_BYTES]);
    }

    /** What a token says, or empty where it was not made with this secret. */
    public static Optional<Read> verify(byte[] secret, String token, Instant now) {
        byte[] bytes;
        try {
            bytes = Base64.getUrlDecoder().decode(token);
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
        if (bytes.length != BODY_BYTES + MAC_BYTES) return Optional.empty();
        byte[] body = Arrays.copyOf(bytes, BODY_BYTES);
        byte[] given = Arrays.copyOfRange(bytes, BODY_BYTES, bytes.length);
        if (!MessageDigest.isEqual(given, Arrays.copyOf(mac(secret, body), MAC_BYTES))) return Optional.empty();
        ByteBuffer parts = ByteBuffer.wrap(body);
        long message = parts.getLong();
        return Optional.of(new Read(message, now.getEpochSecond() > Integer.toUnsignedLong(parts.getInt())));
    }

    /** @param expired true where the link was good once */
    public record Read(long message, boolean expired) {}

    static byte[] mac(byte[] secret, byte[] body) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret, "HmacSHA256"));
            return mac.doFinal(body);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HmacSHA256 is part of every Java platform", e);
        }
    }
}
