package upbeat.herald.server.orderview;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;

/** How far exports have come, for the screens that wait for them. Kept in memory, for a while. */
@Component
class ExportProgress {
    private static final int MOST = 1_000;
    private static final Duration KEPT = Duration.ofHours(1);
    private final Cache<String, Running> running =
            Caffeine.newBuilder().maximumSize(MOST).expireAfterAccess(KEPT).build();

    /** @param done orders written, of {@code total} */
    record Done(int done, int total) {}

    /** One export at work. */
    record Running(AtomicInteger done, int total) {
        void add(int orders) {
            done.addAndGet(orders);
        }
    }

    /** @param id chosen by who will ask */
    Running begin(String id, int total) {
        Running export = new Running(new AtomicInteger(), total);
        running.put(id, export);
        return export;
    }

    Optional<Done> find(String id) {
        return Optional.ofNullable(running.getIfPresent(id))
                .map(r -> new Done(r.done().get(), r.total()));
    }
}
