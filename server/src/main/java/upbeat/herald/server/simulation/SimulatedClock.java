package upbeat.herald.server.simulation;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.secret.AtomicFile;

/**
 * The demo's clock: it stands, so that what is seen repeats, until somebody moves it on. Where it stands is kept in the
 * data folder.
 */
@Component
@ConditionalOnProperty("herald.demo")
public class SimulatedClock implements InstantSource {
    /** Where the demo begins. */
    public static final Instant START = Instant.parse("2026-11-24T13:05:00Z");

    private final Path file;
    private volatile Instant now;

    SimulatedClock(HeraldProperties properties) throws IOException {
        file = properties.data().resolve("clock");
        now = Files.exists(file) ? Instant.parse(Files.readString(file).strip()) : START;
    }

    @Override
    public Instant instant() {
        return now;
    }

    public synchronized void moveTo(Instant to) {
        now = to;
    }

    /** Sets the clock and keeps it. */
    public synchronized void save(Instant to) {
        try {
            AtomicFile.write(file, to.toString().getBytes(StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        now = to;
    }
}
