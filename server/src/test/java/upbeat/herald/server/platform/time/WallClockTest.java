package upbeat.herald.server.platform.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;

/** The demo's clock stands still; what guards against replayed calls goes by the machine's. */
class WallClockTest {
    @Test
    void theWallClockIsTheMachinesEvenWhereTheDemosStandsStill() {
        RunningApp app = RunningApp.shared();
        Instant wall = app.context.getBean(WallClock.class).instant();
        assertThat(Duration.between(wall, Instant.now()).abs()).isLessThan(Duration.ofMinutes(1));
        Instant first = app.now();
        assertThat(app.now()).isEqualTo(first);
    }
}
