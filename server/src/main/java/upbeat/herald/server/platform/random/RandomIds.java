package upbeat.herald.server.platform.random;

import java.util.HexFormat;

/** The one port through which random values come in. */
public interface RandomIds {
    /** Random bytes, unguessable. */
    byte[] newBytes(int count);

    /** An id of 24 hexadecimal digits behind a prefix that says what it names. */
    default String newId(String prefix) {
        return newId(prefix, 12);
    }

    /** An id behind a prefix, with so many bytes of chance written in hexadecimal digits. */
    default String newId(String prefix, int bytes) {
        return prefix + HexFormat.of().formatHex(newBytes(bytes));
    }
}
