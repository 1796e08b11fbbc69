package upbeat.herald.core.wording.sms;

import java.io.ByteArrayOutputStream;

/** The GSM 7-bit default alphabet and its extension table (3GPP TS 23.038, 6.2.1 and 6.2.1.1). */
public final class Gsm7 {
    private static final char ESCAPE = '\u001b';
    /** Each character at its code. */
    private static final String BASIC =
            "@£$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞ" + ESCAPE + "ÆæßÉ !\"#¤%&'()*+,-./0123456789:;<=>?"
                    + "¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà";

    private static final String EXTENDED = "\f^{}\\[~]|€";
    private static final byte[] EXTENDED_CODES = {0x0A, 0x14, 0x28, 0x29, 0x2F, 0x3C, 0x3D, 0x3E, 0x40, 0x65};

    private static final byte[] SEPTETS = septets();

    private Gsm7() {}

    /** 1 in the basic table, 2 behind an escape, 0 where the alphabet lacks the character. */
    static int septets(int codePoint) {
        return codePoint < SEPTETS.length ? SEPTETS[codePoint] : 0;
    }

    private static byte[] septets() {
        byte[] table = new byte['€' + 1]; // the last of its letters in Unicode's order
        for (char c : BASIC.toCharArray()) table[c] = 1;
        for (char c : EXTENDED.toCharArray()) table[c] = 2;
        table[ESCAPE] = 0;
        return table;
    }

    /**
     * One septet in each octet, as SMPP carries it. @throws IllegalArgumentException where the alphabet lacks a
     * character
     */
    public static byte[] encode(String text) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(text.length());
        for (char c : text.toCharArray()) {
            switch (septets(c)) {
                case 1 -> out.write(BASIC.indexOf(c));
                case 2 -> {
                    out.write(ESCAPE);
                    out.write(EXTENDED_CODES[EXTENDED.indexOf(c)]);
                }
                default -> throw new IllegalArgumentException("The GSM alphabet doesn't have " + c);
            }
        }
        return out.toByteArray();
    }

    /** The text of octets that hold a septet each; what the tables lack becomes a blank (3GPP TS 23.038, 6.2.1). */
    public static String decode(byte[] octets) {
        StringBuilder text = new StringBuilder(octets.length);
        for (int i = 0; i < octets.length; i++) {
            int code = octets[i] & 0x7F;
            if (code == ESCAPE && i + 1 < octets.length) text.append(extended(octets[++i]));
            else text.append(code == ESCAPE ? ' ' : BASIC.charAt(code));
        }
        return text.toString();
    }

    private static char extended(byte code) {
        for (int i = 0; i < EXTENDED_CODES.length; i++) if (EXTENDED_CODES[i] == code) return EXTENDED.charAt(i);
        return ' ';
    }
}
