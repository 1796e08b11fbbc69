package upbeat.herald.core.answer;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.OptionalLong;

/**
 * A number in an address that nobody can make up: under an HMAC-SHA-256 (RFC 2104) cut to 96 bits, 27 characters of the
 * URL-safe base64 alphabet (RFC 4648, section 5).
 */
final class NumberToken {
    private static final int MAC_BYTES = 12;

    private NumberToken() {}

    /** @param purpose so that no other link's signature is one of these */
    static String create(byte[] secret, byte purpose, long number) {
        byte[] token = ByteBuffer.allocate(Long.BYTES + MAC_BYTES)
                .putLong(number)
                .put(mac(secret, purpose, number))
                .array();
        return Base64.getUrlEncoder().withoutPadding().encodeToString(token);
    }

    /** The number, or empty where the token was not made with this secret and for this purpose. */
    static OptionalLong verify(byte[] secret, byte purpose, String token) {
        byte[] bytes;
        try {
            bytes = Base64.getUrlDecoder().decode(token);
        } catch (IllegalArgumentException e) {
            return OptionalLong.empty();
        }
        if (bytes.length != Long.BYTES + MAC_BYTES) return OptionalLong.empty();
        long number = ByteBuffer.wrap(bytes).getLong();
        byte[] given = Arrays.copyOfRange(bytes, Long.BYTES, bytes.length);
        // The last letter of the token has bits that say nothing; one spelling only is ours.
        return MessageDigest.isEqual(given, mac(secret, purpose, number))
                        && create(secret, purpose, number).equals(token)
                ? OptionalLong.of(number)
                : OptionalLong.empty();
    }

    private static byte[] mac(byte[] secret, byte purpose, long number) {
        byte[] body =
                ByteBuffer.allocate(1 + Long.BYTES).put(purpose).putLong(number).array();
        return Arrays.copyOf(SignedLink.mac(secret, body), MAC_BYTES);
    }
}
