package upbeat.herald.core.signin;

/** Base 32 without padding (RFC 4648, 6): how a secret is written where it has to be typed. */
public final class Base32 {
    private static final String ALPHABET = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
    private static final int BITS = 5;

    private Base32() {}

    public static String encode(byte[] bytes) {
        StringBuilder text = new StringBuilder((bytes.length * Byte.SIZE + BITS - 1) / BITS);
        int held = 0;
        int bits = 0;
        for (byte b : bytes) {
            held = held << Byte.SIZE | b & 0xff;
            for (bits += Byte.SIZE; bits >= BITS; bits -= BITS) text.append(ALPHABET.charAt(held >> bits - BITS & 31));
            held &= (1 << bits) - 1;
        }
        if (bits > 0) text.append(ALPHABET.charAt(held << BITS - bits & 31));
        return text.toString();
    }
}
