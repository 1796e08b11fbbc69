package upbeat.herald.core.answer;

import java.util.OptionalLong;

/**
 * The token of the address where a customer chooses what they are sent: the number of the message it came with. It
 * names person and channel by itself, as RFC 8058 wants of an address for unsubscribing, and holds for ever: nobody may
 * be kept from stopping by an old mail.
 */
public final class PreferenceLink {
    private static final byte PURPOSE = 'p';

    private PreferenceLink() {}

    /** 27 characters of the URL-safe base64 alphabet. @param message its number */
    public static String create(byte[] secret, long message) {
        return NumberToken.create(secret, PURPOSE, message);
    }

    /** As long as a real one, and leading nowhere: for messages that aren't sent. */
    public static String createUnsigned() {
        return create(new byte[] {0}, 0);
    }

    /** The message's number, or empty where the token was not made with this secret. */
    public static OptionalLong verify(byte[] secret, String token) {
        return NumberToken.verify(secret, PURPOSE, token);
    }
}
