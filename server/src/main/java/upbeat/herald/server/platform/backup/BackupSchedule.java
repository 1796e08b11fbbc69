package upbeat.herald.server.platform.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.time.WallClock;

/** Makes backups by themselves where a folder for them is set, and keeps the newest. Goes by the machine's clock. */
@Component
public class BackupSchedule implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(BackupSchedule.class);
    private static final Duration LOOK_EVERY = Duration.ofMinutes(1);

    private final BackupProperties properties;
    private final Path data;
    private final WallClock clock;
    private volatile @Nullable ScheduledExecutorService timer;
    private volatile @Nullable Instant lastGood;

    BackupSchedule(BackupProperties properties, HeraldProperties herald, WallClock clock) {
        this.properties = properties;
        this.data = herald.data();
        this.clock = clock;
    }

    /** Makes one where the last is old enough, and lets the oldest go. */
    void run() {
        Path folder = properties.folder();
        if (folder == null) return;
        try {
            Instant now = clock.instant();
            Instant last = lastGood == null ? findNewest(folder).orElse(Instant.EPOCH) : lastGood;
            if (now.isBefore(last.plus(properties.every()))) {
                lastGood = last;
                return;
            }
            Path archive = folder.resolve(BackupCommand.nameAt(LocalDateTime.ofInstant(now, ZoneOffset.UTC)));
            BackupArchive.Content content = BackupArchive.create(data, archive);
            lastGood = now;
            LOG.info("Saved {} orders to {}", content.orders(), archive);
            for (Path old : list(folder).stream().skip(properties.keep()).toList()) Files.deleteIfExists(old);
        } catch (IOException | RuntimeException e) {
            LOG.error("The backup failed and will be tried again in {}", LOOK_EVERY, e);
        }
    }

    /** How long ago the last one was made; empty where none is wanted, or none was made yet. */
    public Optional<Duration> findAge() {
        return Optional.ofNullable(lastGood).map(last -> Duration.between(last, clock.instant()));
    }

    private static Optional<Instant> findNewest(Path folder) throws IOException {
        List<Path> all = list(folder);
        return all.isEmpty()
                ? Optional.empty()
                : Optional.of(Files.getLastModifiedTime(all.get(0)).toInstant());
    }

    /** The newest first. */
    private static List<Path> list(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) return List.of();
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(f -> f.getFileName().toString().matches("herald-\\d{8}-\\d{6}\\.zip"))
                    .sorted((a, b) -> b.getFileName().compareTo(a.getFileName()))
                    .toList();
        }
    }

    @Override
    public void start() {
        if (properties.folder() == null) return;
        ScheduledExecutorService begun = Executors.newSingleThreadScheduledExecutor(r -> {
            Thread t = new Thread(r, "backup");
            t.setDaemon(true);
            return t;
        });
        begun.scheduleWithFixedDelay(this::run, 1, LOOK_EVERY.toMinutes(), TimeUnit.MINUTES);
        timer = begun;
    }

    @Override
    public void stop() {
        ScheduledExecutorService begun = timer;
        if (begun != null) begun.shutdown();
        timer = null;
    }

    @Override
    public boolean isRunning() {
        return timer != null;
    }
}
