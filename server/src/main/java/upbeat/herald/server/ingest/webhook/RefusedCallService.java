package upbeat.herald.server.ingest.webhook;

import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.server.ingest.webhook.RefusedCallRepository.RefusedCalls;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.web.RateLimiter;

/** Calls to a shop's address that were not let in. */
@Service
class RefusedCallService {
    private record Kind(String shop, String reason) {}

    private final RefusedCallRepository refused;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    /** Anybody may call, so calls are written down once a second at the most, and counted meanwhile. */
    private final RateLimiter writes = new RateLimiter(1, Duration.ofSeconds(1));

    private final ConcurrentHashMap<Kind, AtomicLong> unwritten = new ConcurrentHashMap<>();

    RefusedCallService(RefusedCallRepository refused, JdbcClient reader, DatabaseWriter writer, InstantSource clock) {
        this.refused = refused;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** @param shop that is known; {@code reason} one of a few sentences, never the caller's own words */
    void count(String shop, String reason) {
        Kind kind = new Kind(shop, reason);
        AtomicLong calls = unwritten.computeIfAbsent(kind, k -> new AtomicLong());
        calls.incrementAndGet();
        if (writes.tryAcquire(shop + '\n' + reason)) write(kind, calls);
    }

    private void write(Kind kind, AtomicLong calls) {
        long n = calls.getAndSet(0);
        if (n == 0) return;
        writer.submit(db -> {
                    refused.add(db, kind.shop(), kind.reason(), n, clock.instant());
                    return null;
                })
                .exceptionally(e -> {
                    calls.addAndGet(n); // with the next one
                    return null;
                });
    }

    List<RefusedCalls> find(String shop) {
        return refused.find(reader, shop).stream()
                .map(r -> new RefusedCalls(
                        r.reason(), r.calls() + unwritten(new Kind(shop, r.reason())), r.firstAt(), r.lastAt()))
                .toList();
    }

    private long unwritten(Kind kind) {
        AtomicLong calls = unwritten.get(kind);
        return calls == null ? 0 : calls.get();
    }

    void clear(String shop) {
        writer.write(db -> {
            refused.deleteAll(db, shop);
            return null;
        });
        unwritten.keySet().removeIf(k -> k.shop().equals(shop));
    }
}
