package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.HeraldException;

class WatchTest {
    private static final Instant BEGAN = Instant.parse("2026-11-24T08:00:00Z");

    /**
     * Common practice, no source: every 30 seconds, at most 60 times or 1 hour; 60 x 30 s = 30 min, so the count ends
     * it.
     */
    @Test
    void theCountEndsTheUsualWatch() {
        assertThat(Watch.USUAL.latestEnd(BEGAN).end()).isEqualTo(Watch.End.TRIES);
        Instant now = BEGAN;
        int tries = 0;
        Watch.Next next;
        do {
            tries++;
            next = Watch.USUAL.nextAfter(BEGAN, tries, now);
            if (next.at() != null) now = next.at();
        } while (next.end() == null);
        assertThat(next.end()).isEqualTo(Watch.End.TRIES);
        assertThat(tries).isEqualTo(60);
        assertThat(Duration.between(BEGAN, now)).isEqualTo(Duration.ofSeconds(59 * 30));
    }

    @Test
    void theLimitEndsAPatientOne() {
        Watch watch = new Watch(Duration.ofMinutes(10), 100, Duration.ofMinutes(25));
        assertThat(watch.nextAfter(BEGAN, 3, BEGAN.plusSeconds(1200)).end()).isEqualTo(Watch.End.TIME_LIMIT);
        assertThat(watch.latestEnd(BEGAN)).isEqualTo(new Watch.Next(BEGAN.plusSeconds(1200), Watch.End.TIME_LIMIT));
        assertThat(watch.nextAfter(BEGAN, 1, BEGAN).at()).isEqualTo(BEGAN.plusSeconds(600));
    }

    @Test
    void endlessOnesAreRefused() {
        assertThatThrownBy(() -> new Watch(Duration.ZERO, 1, Duration.ZERO)).isInstanceOf(HeraldException.class);
        assertThatThrownBy(() -> new Watch(Duration.ofMinutes(1), 0, Duration.ZERO))
                .isInstanceOf(HeraldException.class);
        assertThatThrownBy(() -> new Watch(Duration.ofMinutes(1), 1, Duration.ofDays(1000)))
                .isInstanceOf(HeraldException.class);
    }
}
