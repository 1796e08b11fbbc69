package upbeat.herald.server.time;

import java.util.HexFormat;

/** The one door through which chance comes in. */
public interface RandomIds {
    /** Random bytes, unguessable. */
    byte[] bytes(int count);

    /** An id of 24 hexadecimal digits behind a prefix that says what it names. */
    default String id(String prefix) {
        return id(prefix, 12);
    }

    /** An id behind a prefix, with so many bytes of chance written in hexadecimal digits. */
    default String id(String prefix, int bytes) {
        return prefix + HexFormat.of().formatHex(bytes(bytes));
    }
}
