package upbeat.herald.core.answer;

import java.util.OptionalLong;

/** The token of the address of a customer's tracking page: the number of the order's row. */
public final class OrderLink {
    private static final byte PURPOSE = 'o';

    private OrderLink() {}

    /** 27 characters of the URL-safe base64 alphabet. @param order the number of its row */
    public static String create(byte[] secret, long order) {
        return NumberToken.create(secret, PURPOSE, order);
    }

    /** As long as a real one, and leading nowhere: for messages that aren't sent. */
    public static String createUnsigned() {
        return create(new byte[] {0}, 0);
    }

    /** The order's number, or empty where the token was not made with this secret. */
    public static OptionalLong verify(byte[] secret, String token) {
        return NumberToken.verify(secret, PURPOSE, token);
    }
}
