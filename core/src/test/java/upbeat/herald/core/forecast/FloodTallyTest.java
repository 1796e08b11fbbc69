package upbeat.herald.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.notice.FloodLimit;

/** With a floor of 10 messages in ten minutes, and at most 3 times what there was at that hour of the week. */
class FloodTallyTest {
    private static final FloodLimit LIMIT = new FloodLimit(10, 3);
    private static final Instant MONDAY_NOON = Instant.parse("2026-11-02T12:00:00Z");
    private static final Duration WEEK = Duration.ofDays(7);

    private static void say(FloodTally tally, int messages, Instant at) {
        for (int i = 0; i < messages; i++) tally.add("n", at.plusSeconds(i % 600));
    }

    @Test
    void whatIsFarMoreThanUsualAtThatHourIsAnAlarm() {
        FloodTally tally = new FloodTally();
        say(tally, 8, MONDAY_NOON);
        say(tally, 24, MONDAY_NOON.plus(WEEK)); // 3 times 8
        say(tally, 80, MONDAY_NOON.plus(WEEK.multipliedBy(2))); // more than 3 times 24
        assertThat(tally.listAlarms(LIMIT))
                .containsExactly(new RehearsalFigures.FloodAlarm("n", MONDAY_NOON.plus(WEEK.multipliedBy(2)), 80, 72));
    }

    /** Another hour of the week has its own measure. */
    @Test
    void anotherHourIsNoMeasure() {
        FloodTally tally = new FloodTally();
        say(tally, 10, MONDAY_NOON);
        say(tally, 11, MONDAY_NOON.plus(Duration.ofHours(1)));
        assertThat(tally.listAlarms(LIMIT))
                .containsExactly(new RehearsalFigures.FloodAlarm("n", MONDAY_NOON.plus(Duration.ofHours(1)), 11, 10));
    }

    /** What was held wasn't said: the next flood isn't let through because of the first. */
    @Test
    void aFloodThatWasHeldRaisesNoLimit() {
        FloodTally tally = new FloodTally();
        say(tally, 100, MONDAY_NOON);
        say(tally, 100, MONDAY_NOON.plus(WEEK));
        assertThat(tally.listAlarms(LIMIT))
                .extracting(RehearsalFigures.FloodAlarm::limit)
                .containsExactly(10, 30);
    }

    @Test
    void whatSeveralCountedIsOneFlood() {
        FloodTally one = new FloodTally();
        FloodTally other = new FloodTally();
        say(one, 6, MONDAY_NOON);
        say(other, 6, MONDAY_NOON);
        assertThat(one.listAlarms(LIMIT)).isEmpty();
        one.add(other);
        assertThat(one.listAlarms(LIMIT))
                .extracting(RehearsalFigures.FloodAlarm::messages)
                .containsExactly(12);
    }
}
