package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;

class DeliveryPausesTest {
    private final DeliveryPauses pauses = new DeliveryPauses(() -> Instant.parse("2026-11-24T12:00:00Z"));

    @Test
    void aGatewayThatIsAwayIsAskedAfterGrowingWaitsAndTheTeamIsToldWhy() {
        assertThat(pauses.find("email")).isEmpty();
        long longest = 0;
        for (int i = 0; i < 5; i++) {
            pauses.away("email", "The mail server can't be reached");
            assertThat(pauses.millisLeft("email")).isGreaterThan(longest);
            longest = pauses.millisLeft("email");
        }
        assertThat(pauses.find("email")).hasValueSatisfying(t -> {
            assertThat(t.reason()).isEqualTo("The mail server can't be reached");
            assertThat(t.since()).isEqualTo("2026-11-24T12:00:00Z");
            assertThat(t.secondsLeft()).isBetween(1L, 60L);
        });
        assertThat(pauses.millisLeft("sms")).as("other channels go on").isZero();
    }

    @Test
    void retryNowEndsTheWaitButNotTheTrouble() {
        pauses.away("email", "The mail server can't be reached");
        pauses.away("email", "The mail server can't be reached");
        pauses.retryNow("email");
        assertThat(pauses.millisLeft("email")).isZero();
        assertThat(pauses.find("email")).isPresent();
        pauses.worked("email");
        assertThat(pauses.find("email")).isEmpty();
    }

    @Test
    void severalWithoutAnAnswerInARowStopTheChannelAndThenOneIsTriedAtATime() {
        pauses.unconfirmed("email");
        pauses.worked("email");
        for (int i = 1; i < DeliveryPauses.MOST_UNCONFIRMED; i++) {
            pauses.unconfirmed("email");
            assertThat(pauses.millisLeft("email")).isZero();
        }
        pauses.unconfirmed("email");
        assertThat(pauses.millisLeft("email")).isBetween(20_000L, 30_000L);
        assertThat(pauses.mostAtOnce("email", 64)).isEqualTo(1);
        assertThat(pauses.find("email"))
                .hasValueSatisfying(t -> assertThat(t.reason()).contains("without an answer"));
        pauses.worked("email");
        assertThat(pauses.mostAtOnce("email", 64)).isEqualTo(64);
    }

    @Test
    void aGatewayThatAsksForFewerAtOnceWaitsAMomentAndIsNotInTrouble() {
        pauses.throttled("sms");
        assertThat(pauses.millisLeft("sms")).isBetween(1L, 200L);
        pauses.throttled("sms");
        assertThat(pauses.millisLeft("sms")).isBetween(201L, 400L);
        assertThat(pauses.find("sms")).as("nothing to tell anybody").isEmpty();
        pauses.worked("sms");
        assertThat(pauses.millisLeft("sms")).isZero();
    }
}
