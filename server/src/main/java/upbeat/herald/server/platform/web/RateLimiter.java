package upbeat.herald.server.platform.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import java.time.Duration;

/** So many calls in a time for each caller, and no more. */
public final class RateLimiter {
    private final int calls;
    private final Duration time;
    private final Cache<String, Bucket> callers;

    public RateLimiter(int calls, Duration time) {
        this.calls = calls;
        this.time = time;
        this.callers = Caffeine.newBuilder()
                .maximumSize(50_000)
                .expireAfterAccess(time.multipliedBy(10))
                .build();
    }

    /** @param caller what tells one from another, such as an address. False where it has called too often */
    public boolean tryAcquire(String caller) {
        return callers.get(caller, c -> Bucket.builder()
                        .addLimit(l -> l.capacity(calls).refillGreedy(calls, time))
                        .build())
                .tryConsume(1);
    }
}
