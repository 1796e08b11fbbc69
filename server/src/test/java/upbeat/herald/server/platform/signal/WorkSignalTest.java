package upbeat.herald.server.platform.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.platform.persistence.TestDatabase;

class WorkSignalTest {
    private final WorkSignal signal = new WorkSignal();

    private CompletableFuture<Long> waiting(long seen) {
        return CompletableFuture.supplyAsync(() -> {
            try {
                return signal.await(seen, 20_000);
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
    }

    @Test
    void aSignalWakesEverybodyWhoWaits() throws Exception {
        CompletableFuture<Long> one = waiting(0);
        CompletableFuture<Long> other = waiting(0);
        signal.signal();
        assertThat(one.get(10, TimeUnit.SECONDS)).isEqualTo(1);
        assertThat(other.get(10, TimeUnit.SECONDS)).isEqualTo(1);
    }

    @Test
    void oneThatCameWhileNobodyWaitedIsNotMissed() throws Exception {
        signal.signal();
        signal.signal();
        assertThat(signal.await(0, 20_000)).isEqualTo(2);
        assertThat(signal.await(1, 20_000)).isEqualTo(2);
    }

    @Test
    void withoutOneTheTimeLimitEndsTheWait() throws Exception {
        long begin = System.nanoTime();
        assertThat(signal.await(0, 30)).isZero();
        assertThat(Duration.ofNanos(System.nanoTime() - begin)).isGreaterThanOrEqualTo(Duration.ofMillis(25));
    }

    @Test
    void whatIsWrittenIsThereWhenTheSignalComes() throws Exception {
        Instant now = Instant.parse("2026-11-24T12:00:00Z");
        try (TestDatabase database = new TestDatabase()) {
            SignallingWriter writer = new SignallingWriter(database.writer, InstantSource.fixed(now), signal);
            CompletableFuture<Long> woken = waiting(0).thenApply(n -> database.reader
                    .sql("select count(*) from setting where name = 'x'")
                    .query(Long.class)
                    .single());
            writer.write((db, at) -> db.sql("insert into setting (name, value) values ('x', ?)")
                    .param(at.toString())
                    .update());
            assertThat(woken.get(10, TimeUnit.SECONDS)).isEqualTo(1);
            assertThatThrownBy(() -> writer.write((db, at) -> {
                        throw new IllegalStateException("not this");
                    }))
                    .hasMessage("not this");
            assertThat(signal.await(0, 0))
                    .as("nothing was written, so nobody is woken")
                    .isEqualTo(1);
        }
    }
}
