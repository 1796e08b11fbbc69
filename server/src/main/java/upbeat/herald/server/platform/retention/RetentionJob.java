package upbeat.herald.server.platform.retention;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Once a day, and soon after the start, deletes what is older than it is to be, in small pieces between other work. */
@Component
public class RetentionJob implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(RetentionJob.class);
    private static final int TOGETHER = 500;
    private static final long FIRST_MINUTES = 10;

    private final List<ExpiringDataRepository> kinds;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final boolean seeding;
    private volatile @Nullable ScheduledExecutorService timer;

    RetentionJob(
            List<ExpiringDataRepository> kinds,
            DatabaseWriter writer,
            InstantSource clock,
            @Value("${herald.seed:false}") boolean seeding) {
        this.kinds = List.copyOf(kinds);
        this.writer = writer;
        this.clock = clock;
        this.seeding = seeding;
    }

    /** @return how many rows were deleted */
    public int run() {
        int all = 0;
        for (ExpiringDataRepository kind : kinds) {
            Instant limit = clock.instant().minus(kind.keptFor());
            try {
                int deleted = 0;
                int last;
                do {
                    last = writer.write(db -> kind.deleteBefore(db, limit, TOGETHER));
                    deleted += last;
                } while (last >= TOGETHER);
                if (deleted > 0) LOG.info("Deleted {} of {} from before {}", deleted, kind.name(), limit);
                all += deleted;
            } catch (RuntimeException e) {
                LOG.error("Old {} could not be deleted and will be tried again tomorrow", kind.name(), e);
            }
        }
        return all;
    }

    @Override
    public void start() {
        ScheduledExecutorService begun = Executors.newSingleThreadScheduledExecutor(r -> {
            Thread t = new Thread(r, "retention");
            t.setDaemon(true);
            return t;
        });
        begun.scheduleWithFixedDelay(this::run, FIRST_MINUTES, TimeUnit.DAYS.toMinutes(1), TimeUnit.MINUTES);
        timer = begun;
    }

    @Override
    public void stop() {
        ScheduledExecutorService begun = timer;
        if (begun != null) begun.shutdownNow();
        timer = null;
    }

    @Override
    public boolean isAutoStartup() {
        return !seeding;
    }

    @Override
    public boolean isRunning() {
        return timer != null;
    }
}
