package upbeat.herald.server.platform.retention;

import java.time.Duration;
import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;

/** One kind of data that isn't kept for ever. Found by itself: a further kind is one further class. */
public abstract class ExpiringDataRepository {
    private final String name;
    private final Duration keptFor;
    private final String delete;

    /**
     * @param name in words, for the log
     * @param delete SQL that deletes some of what is older: its parameters are the limit in milliseconds, and how many
     *     rows at the most
     */
    protected ExpiringDataRepository(String name, Duration keptFor, String delete) {
        this.name = name;
        this.keptFor = keptFor;
        this.delete = delete;
    }

    String name() {
        return name;
    }

    Duration keptFor() {
        return keptFor;
    }

    /** @return how many rows; fewer than {@code most} where nothing is left */
    int deleteBefore(JdbcClient db, Instant limit, int most) {
        return db.sql(delete).params(limit.toEpochMilli(), most).update();
    }
}
