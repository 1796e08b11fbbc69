package upbeat.herald.server.platform.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;

class LoopPauseTest {
    private static final long SECOND = 1_000_000_000L;

    @Test
    void aServerThatIsAwayIsAskedLessAndLess() {
        LoopPause pause = new LoopPause(Duration.ofMillis(500), Duration.ofMinutes(1));
        assertThat(pause.millisLeft(5)).isZero();
        long now = 7 * SECOND;
        long[] expected = {500, 1_000, 2_000, 4_000, 8_000, 16_000, 32_000, 60_000, 60_000};
        for (long millis : expected) {
            pause.failed(now);
            assertThat(pause.millisLeft(now)).isEqualTo(millis);
            assertThat(pause.millisLeft(now + millis * 1_000_000)).isZero();
            now += millis * 1_000_000;
        }
        pause.succeeded();
        assertThat(pause.millisLeft(now)).isZero();
        pause.failed(now);
        assertThat(pause.millisLeft(now)).isEqualTo(500);
    }

    @Test
    void inAnHourItIsAskedAboutSeventyTimesAndNotSevenThousand() {
        LoopPause pause = new LoopPause(Duration.ofMillis(500), Duration.ofMinutes(1));
        long now = 0;
        int asked = 0;
        while (now < 3_600 * SECOND) {
            if (pause.millisLeft(now) == 0) {
                asked++;
                pause.failed(now);
            }
            now += SECOND / 2;
        }
        assertThat(asked).isBetween(60, 75);
    }
}
