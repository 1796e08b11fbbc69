package upbeat.herald.server.platform.signal;

import java.time.Instant;
import java.time.InstantSource;
import java.util.function.BiFunction;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Writes what may make something due: one moment for all of it, and the waiting loops are woken after the commit. */
@Component
public class SignallingWriter {
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    SignallingWriter(DatabaseWriter writer, InstantSource clock, WorkSignal signal) {
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    /** @param work is given the transaction and the moment it happens at */
    public <T> T write(BiFunction<JdbcClient, Instant, T> work) {
        Instant now = clock.instant();
        T result = writer.write(db -> work.apply(db, now));
        signal.signal();
        return result;
    }

    /** The moment that something written now happens at. */
    public Instant now() {
        return clock.instant();
    }
}
