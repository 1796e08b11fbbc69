package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Waits between tries. The longest waits are a hand case: the first wait doubled with each try, as RFC 5321, 4.5.4.1
 * leaves it to the sender ("a more sophisticated, variable strategy") while it asks for the give-up time to be long
 * enough for a receiver that is away for hours.
 */
class BackoffTest {
    @ParameterizedTest
    @CsvSource({
        "TEMPORARY, 1, PT1M", "TEMPORARY, 2, PT2M", "TEMPORARY, 3, PT4M", "TEMPORARY, 8, PT2H8M",
        "TEMPORARY, 9, PT4H", "TEMPORARY, 60, PT4H", "THROTTLED, 1, PT5S", "THROTTLED, 4, PT40S",
        "THROTTLED, 7, PT5M", "UNKNOWN, 1, PT30S", "UNKNOWN, 5, PT8M", "UNKNOWN, 8, PT1H",
    })
    void eachWaitIsTwiceTheOneBeforeLessUpToAFifth(Backoff kind, int attempt, Duration most) {
        SplittableRandom random = new SplittableRandom(attempt);
        Duration least = most.multipliedBy(4).dividedBy(5);
        Duration shortest = most;
        Duration longest = Duration.ZERO;
        for (int i = 0; i < 2_000; i++) {
            Duration d = kind.delayAfter(attempt, random);
            assertThat(d).isBetween(least, most);
            shortest = d.compareTo(shortest) < 0 ? d : shortest;
            longest = d.compareTo(longest) > 0 ? d : longest;
        }
        Duration spread = longest.minus(shortest);
        assertThat(spread).as("they don't come back together").isGreaterThan(most.dividedBy(6));
    }

    @ParameterizedTest
    @EnumSource
    void theSameChanceGivesTheSameWait(Backoff kind) {
        assertThat(kind.delayAfter(3, new SplittableRandom(9))).isEqualTo(kind.delayAfter(3, new SplittableRandom(9)));
    }

    @Test
    void whatIsOnlyTooFastIsTriedOftenerThanWhatFails() {
        assertThat(Backoff.THROTTLED.mostTries()).isGreaterThan(Backoff.TEMPORARY.mostTries());
        SplittableRandom random = new SplittableRandom(1);
        Duration all = Duration.ZERO;
        for (int attempt = 1; attempt < Backoff.TEMPORARY.mostTries(); attempt++)
            all = all.plus(Backoff.TEMPORARY.delayAfter(attempt, random));
        assertThat(all).as("a server may be away for over an hour").isGreaterThan(Duration.ofMinutes(100));
    }
}
