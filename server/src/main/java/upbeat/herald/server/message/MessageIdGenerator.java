package upbeat.herald.server.message;

import java.time.Instant;
import java.util.HexFormat;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.random.RandomIds;

/**
 * Ids of messages: made one after another they also sort so, as those of RFC 9562 (UUID version 7, with a counter) do.
 * The index over them then grows at one end; random ones would change a page of it each, and a day of fifty thousand
 * messages would write most of the index anew with every commit.
 */
@Component
class MessageIdGenerator {
    private static final HexFormat HEX = HexFormat.of();
    private static final int COUNTS = 1 << 24;
    private final RandomIds random;
    private long millis;
    private int count;

    MessageIdGenerator(RandomIds random) {
        this.random = random;
    }

    /**
     * The time in milliseconds (12 hexadecimal digits), a count within it (6), and chance (12). A clock that stands or
     * goes back does not change the order.
     */
    synchronized String nextId(Instant now) {
        if (now.toEpochMilli() > millis || ++count == COUNTS) {
            millis = Math.max(now.toEpochMilli(), millis + 1);
            count = 0;
        }
        return random.newId("msg_" + HEX.toHexDigits(millis, 12) + HEX.toHexDigits(count, 6), 6);
    }
}
