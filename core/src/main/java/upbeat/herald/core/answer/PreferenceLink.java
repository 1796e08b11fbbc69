package upbeat.herald.core.answer;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.OptionalLong;

/**
 * The token of the address where a customer chooses what they are sent: the number of the message it came with, under
 * an HMAC-SHA-256 (RFC 2104) cut to 96 bits. It names person and channel by itself, as RFC 8058 wants of an address for
 * unsubscribing, and holds for ever: nobody may be kept from stopping by an old mail.
 */
public final class PreferenceLink {
    private static final int MAC_BYTES = 12;
    /** So that no other link's signature is one of these. */
    private static final byte[] PURPOSE = {'p'};

    private PreferenceLink() {}

    /** 27 characters of the URL-safe base64 alphabet. @param message its number */
    public static String create(byte[] secret, long message) {
        byte[] token = ByteBuffer.allocate(Long.BYTES + MAC_BYTES)
                .putLong(message)
                .put(mac(secret, message))
                .array();
        return Base64.getUrlEncoder().withoutPadding().encodeToString(token);
    }

    /** The message's number, or empty where the token was not made with this secret. */
    public static OptionalLong verify(byte[] secret, String token) {
        byte[] bytes;
        try {
            bytes = Base64.getUrlDecoder().decode(token);
        } catch (IllegalArgumentException e) {
            return OptionalLong.empty();
        }
        if (bytes.length != Long.BYTES + MAC_BYTES) return OptionalLong.empty();
        long message = ByteBuffer.wrap(bytes).getLong();
        byte[] given = Arrays.copyOfRange(bytes, Long.BYTES, bytes.length);
        // The last letter of the token has bits that say nothing; one spelling only is ours.
        return MessageDigest.isEqual(given, mac(secret, message))
                        && create(secret, message).equals(token)
                ? OptionalLong.of(message)
                : OptionalLong.empty();
    }

    private static byte[] mac(byte[] secret, long message) {
        byte[] body = ByteBuffer.allocate(PURPOSE.length + Long.BYTES)
                .put(PURPOSE)
                .putLong(message)
                .array();
        return Arrays.copyOf(SignedLink.mac(secret, body), MAC_BYTES);
    }
}
