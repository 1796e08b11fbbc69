package upbeat.herald.core.answer;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.OptionalLong;

/**
 * The token of a short address that leads to where a parcel can be followed: the parcel's number, and an HMAC-SHA-256
 * cut to 36 bits so that nobody counts through them. 7 characters for the first parcels, never more than 19, each of
 * one unit in an SMS.
 */
public final class ShortLink {
    private static final int MAC_LETTERS = 6;
    private static final byte[] PURPOSE = {'t'};

    private ShortLink() {}

    /** @param parcel its number, 0 or more */
    public static String create(byte[] secret, long parcel) {
        return Long.toString(parcel, Character.MAX_RADIX) + mac(secret, parcel);
    }

    /** As long as a real one, and leading nowhere: for messages that aren't sent. */
    public static String createUnsigned(long parcel) {
        return Long.toString(parcel, Character.MAX_RADIX) + "0".repeat(MAC_LETTERS);
    }

    /** The parcel's number, or empty where the token was not made with this secret. */
    public static OptionalLong verify(byte[] secret, String token) {
        if (!token.matches("[0-9a-z]{1,13}[A-Za-z0-9_-]{" + MAC_LETTERS + "}")) return OptionalLong.empty();
        int cut = token.length() - MAC_LETTERS;
        try {
            long parcel = Long.parseLong(token.substring(0, cut), Character.MAX_RADIX);
            return MessageDigest.isEqual(
                            token.substring(cut).getBytes(java.nio.charset.StandardCharsets.US_ASCII),
                            mac(secret, parcel).getBytes(java.nio.charset.StandardCharsets.US_ASCII))
                    ? OptionalLong.of(parcel)
                    : OptionalLong.empty();
        } catch (NumberFormatException e) {
            return OptionalLong.empty();
        }
    }

    private static String mac(byte[] secret, long parcel) {
        byte[] body = ByteBuffer.allocate(PURPOSE.length + Long.BYTES)
                .put(PURPOSE)
                .putLong(parcel)
                .array();
        return Base64.getUrlEncoder()
                .withoutPadding()
                .encodeToString(Arrays.copyOf(SignedLink.mac(secret, body), 6))
                .substring(0, MAC_LETTERS);
    }
}
