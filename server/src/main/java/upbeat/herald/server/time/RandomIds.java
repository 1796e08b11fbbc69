package upbeat.herald.server.time;

import java.util.HexFormat;

/** The one door through which chance comes in. */
public interface RandomIds {
    /** Random bytes, unguessable. */
    byte[] bytes(int count);

    /** An id of 24 hexadecimal digits behind a prefix that says what it names. */
    default String id(String prefix) {
        return prefix + HexFormat.of().formatHex(bytes(12));
    }
}
