package upbeat.herald.server.reach;

import java.lang.ref.SoftReference;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * The orders of the last 30 days as conditions see them, in memory, so that whoever narrows an audience sees at each
 * key what it does. Given up when memory is short. After a change of the data a small sample is read again at once; a
 * large one goes on being used while it is read again beside.
 */
@Component
class OrderSample {
    private static final Logger LOG = LoggerFactory.getLogger(OrderSample.class);
    static final Duration PERIOD = Duration.ofDays(30);
    /** More than this would take memory and time, and make no number better. */
    static final int MOST_ORDERS = 100_000;
    /** A sample that is read this quickly is read again whenever something changed. */
    private static final Duration QUICK = Duration.ofMillis(100);

    private final OrderSampleRepository repository;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final AtomicBoolean isLoading = new AtomicBoolean();
    private volatile SoftReference<Loaded> last = new SoftReference<>(null);

    OrderSample(OrderSampleRepository repository, JdbcClient reader, DatabaseWriter writer, InstantSource clock) {
        this.repository = repository;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * @param orders the newest first
     * @param isWhole false where there were more than are looked at
     */
    record Loaded(List<OrderFacts> orders, boolean isWhole, long version, Instant at, Duration took) {}

    Loaded get() {
        Loaded known = last.get();
        if (known == null) return load();
        if (known.version() == writer.version() && isRecent(known)) return known;
        if (known.took().compareTo(QUICK) < 0) return load();
        loadBeside();
        return known;
    }

    /** An hour later, other orders are those of the last 30 days. */
    private boolean isRecent(Loaded known) {
        return Duration.between(known.at(), clock.instant()).abs().toHours() < 1;
    }

    /** The same without waiting for a large sample that is read for the first time; empty until it is there. */
    Optional<Loaded> getWithin(Duration patience) {
        if (last.get() != null) return Optional.of(get());
        CompletableFuture<Loaded> loading = CompletableFuture.supplyAsync(this::load, this::start);
        try {
            return Optional.of(loading.get(patience.toMillis(), TimeUnit.MILLISECONDS));
        } catch (TimeoutException e) {
            return Optional.empty();
        } catch (ExecutionException e) {
            throw new IllegalStateException("The sample of orders couldn't be read", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    private void start(Runnable work) {
        Thread thread = new Thread(work, "order-sample");
        thread.setDaemon(true);
        thread.start();
    }

    private void loadBeside() {
        if (!isLoading.compareAndSet(false, true)) return;
        start(() -> {
            try {
                load();
            } catch (RuntimeException e) {
                LOG.warn("The sample of orders couldn't be read again; the one before is used", e);
            } finally {
                isLoading.set(false);
            }
        });
    }

    private synchronized Loaded load() {
        Loaded known = last.get();
        long version = writer.version();
        // Whoever waited for the one before has it now.
        if (known != null && known.version() == version && isRecent(known)) return known;
        long start = System.nanoTime();
        Instant now = clock.instant();
        List<OrderFacts> orders = repository.findSince(reader, now.minus(PERIOD), MOST_ORDERS);
        Loaded loaded = new Loaded(
                orders, orders.size() < MOST_ORDERS, version, now, Duration.ofNanos(System.nanoTime() - start));
        last = new SoftReference<>(loaded);
        return loaded;
    }
}
