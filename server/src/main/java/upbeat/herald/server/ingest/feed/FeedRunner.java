package upbeat.herald.server.ingest.feed;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.ingest.CarrierPollRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;

/**
 * Begins runs of feeds when they are due, makes their tries, and asks carriers about parcels; every end is recorded
 * with what brought it.
 */
@Component
class FeedRunner implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(FeedRunner.class);
    private static final long TICK_MILLIS = 500;
    private static final int LANES = 4;
    private final FeedRepository feeds;
    private final FeedTrial tryFeed;
    private final CarrierPoller ask;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;
    private final boolean autoStart;
    private final Set<String> inHand = ConcurrentHashMap.newKeySet();
    private volatile boolean running;
    private @Nullable Thread loop;
    /** Files and carriers have lanes of their own: one that doesn't answer for 30 s holds up its like only. */
    private @Nullable ExecutorService feedLanes;

    private @Nullable ExecutorService carrierLanes;

    FeedRunner(
            FeedRepository feeds,
            FeedTrial tryFeed,
            CarrierPoller ask,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal,
            @Value("${herald.seed:false}") boolean seeding) {
        this.feeds = feeds;
        this.tryFeed = tryFeed;
        this.ask = ask;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
        this.autoStart = !seeding;
    }

    @Override
    public void start() {
        running = true;
        feedLanes = Executors.newFixedThreadPool(LANES, r -> daemon(r, "feed-lane"));
        carrierLanes = Executors.newFixedThreadPool(LANES, r -> daemon(r, "carrier-lane"));
        loop = daemon(this::loop, "feeds");
        loop.start();
    }

    @Override
    public void stop() {
        running = false;
        if (loop != null) loop.interrupt();
        if (feedLanes != null) feedLanes.shutdownNow();
        if (carrierLanes != null) carrierLanes.shutdownNow();
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }

    private static Thread daemon(Runnable work, String name) {
        Thread t = new Thread(work, name);
        t.setDaemon(true);
        return t;
    }

    private void loop() {
        long seen = 0;
        while (running) {
            try {
                Instant now = clock.instant();
                for (FeedRepository.Feed feed : feeds.toBegin(reader, now))
                    writer.write(db -> feeds.beginRun(db, feed.id(), now));
                for (FeedRepository.Run run : feeds.findDue(reader, now))
                    lane(feedLanes, "run-" + run.id(), () -> once(run));
                for (CarrierPollRepository.WatchRow w : ask.findDue(LANES * 4))
                    lane(carrierLanes, "parcel-" + w.parcelId() + "-" + w.carrier(), () -> ask.poll(w));
                seen = signal.await(seen, TICK_MILLIS);
            } catch (InterruptedException e) {
                return;
            } catch (Throwable e) {
                if (running) LOG.error("Checking the feeds failed and will be repeated", e);
                java.util.concurrent.locks.LockSupport.parkNanos(
                        Duration.ofSeconds(5).toNanos());
            }
        }
    }

    private void lane(@Nullable ExecutorService lanes, String key, Runnable work) {
        if (!inHand.add(key)) return;
        Objects.requireNonNull(lanes).execute(() -> {
            try {
                work.run();
            } catch (Throwable e) {
                // What could not even be recorded stays due: it is not asked for again at once.
                if (running) LOG.error("An attempt of {} failed", key, e);
                java.util.concurrent.locks.LockSupport.parkNanos(
                        Duration.ofSeconds(5).toNanos());
            } finally {
                inHand.remove(key);
            }
        });
    }

    private void once(FeedRepository.Run run) {
        FeedRepository.Feed feed = feeds.find(reader, run.feedId()).orElse(null);
        if (feed == null) return;
        FeedTrial.Outcome outcome;
        try {
            outcome = tryFeed.tryOnce(feed);
        } catch (HeraldException e) {
            outcome = new FeedTrial.Outcome(false, e.getMessage(), null);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("Feed {} ({}) could not be checked", feed.id(), feed.name(), e);
            outcome = new FeedTrial.Outcome(false, "Couldn't be checked. The log has the details", null);
        }
        FeedTrial.Outcome came = outcome;
        Instant now = clock.instant();
        int tries = run.tries() + 1;
        Watch.Next next = came.arrived()
                ? new Watch.Next(null, Watch.End.ARRIVED)
                : feed.timing().watch().nextAfter(run.beganAt(), tries, now);
        writer.write(db -> {
            if (came.arrived() && came.hash() != null) feeds.updateHash(db, feed.id(), came.hash());
            if (!feeds.recordAttempt(db, run.id(), tries, next.at(), next.end(), came.summary(), now)
                    || next.end() == null) return null;
            // The attempts and the time limit end one run. The feed itself goes on until somebody stops it.
            boolean goesOn = feed.timing().live() && !feed.timing().schedule().equals("off");
            feeds.updateNextRun(db, feed.id(), goesOn, goesOn ? firstRun(feed, now) : null);
            return null;
        });
    }

    /** When a feed's next run begins. */
    static Instant firstRun(FeedRepository.Feed feed, Instant now) {
        if (feed.timing().schedule().equals("interval"))
            return now.plus(feed.timing().watch().interval());
        ZonedDateTime today = now.atZone(ZoneId.of(feed.timing().zone()))
                .toLocalDate()
                .atTime(LocalTime.parse(feed.timing().atTime()))
                .atZone(ZoneId.of(feed.timing().zone()));
        return (today.toInstant().isAfter(now) ? today : today.plusDays(1)).toInstant();
    }
}
