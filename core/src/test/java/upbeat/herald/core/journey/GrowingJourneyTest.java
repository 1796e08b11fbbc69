package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.random.RandomGenerator;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class GrowingJourneyTest {
    private static final Instant START = Instant.parse("2026-11-24T12:00:00Z");

    /** However the reports arrive, each step is what all reports so far come to. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void isTheJourneyOfAllItsReportsAtEveryStep(long seed) {
        RandomGenerator random = new java.util.SplittableRandom(seed);
        for (int run = 0; run < 50; run++) {
            Journey.Growing growing = new Journey.Growing();
            List<Report> known = new ArrayList<>();
            int count = 1 + random.nextInt(9);
            for (int i = 0; i < count; i++) {
                // Mostly in order, sometimes late, sometimes at the same moment as another.
                long hours = random.nextInt(3) == 0 ? random.nextInt(6) : i;
                Instant at = START.plusSeconds(hours * 3600);
                Stage stage = Stage.values()[random.nextInt(Stage.values().length)];
                Report report = new Report("r" + i, stage, at, at.toString().substring(0, 10));
                known.add(report);
                assertThat(growing.add(report)).isEqualTo(Journey.of(known));
            }
        }
    }
}
