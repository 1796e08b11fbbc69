package upbeat.herald.server.platform.retention;

import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;

/** One kind of data that isn't kept for ever. Found by itself: a further kind is one further class. */
public interface ExpiringData {
    /** In words, for the log. */
    String name();

    /** How long it is kept. */
    Duration keptFor();

    /** Deletes some of what is older. @return how many rows; fewer than {@code most} where nothing is left */
    int deleteBefore(JdbcClient db, Instant limit, int most);
}
