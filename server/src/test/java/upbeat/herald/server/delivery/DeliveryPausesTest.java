package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

class DeliveryPausesTest {
    private final DeliveryPauses pauses = new DeliveryPauses(() -> Instant.parse("2026-11-24T12:00:00Z"));

    @Test
    void aGatewayThatIsAwayIsAskedAfterGrowingWaitsAndTheTeamIsToldWhy() {
        assertThat(pauses.find(EmailChannel.EMAIL)).isEmpty();
        long longest = 0;
        for (int i = 0; i < 5; i++) {
            pauses.away(EmailChannel.EMAIL, "The mail server can't be reached");
            assertThat(pauses.millisLeft(EmailChannel.EMAIL)).isGreaterThan(longest);
            longest = pauses.millisLeft(EmailChannel.EMAIL);
        }
        assertThat(pauses.find(EmailChannel.EMAIL)).hasValueSatisfying(t -> {
            assertThat(t.reason()).isEqualTo("The mail server can't be reached");
            assertThat(t.since()).isEqualTo("2026-11-24T12:00:00Z");
            assertThat(t.secondsLeft()).isBetween(1L, 60L);
        });
        assertThat(pauses.millisLeft(SmsChannel.SMS)).as("other channels go on").isZero();
    }

    @Test
    void retryNowEndsTheWaitButNotTheTrouble() {
        pauses.away(EmailChannel.EMAIL, "The mail server can't be reached");
        pauses.away(EmailChannel.EMAIL, "The mail server can't be reached");
        pauses.retryNow(EmailChannel.EMAIL);
        assertThat(pauses.millisLeft(EmailChannel.EMAIL)).isZero();
        assertThat(pauses.find(EmailChannel.EMAIL)).isPresent();
        pauses.worked(EmailChannel.EMAIL);
        assertThat(pauses.find(EmailChannel.EMAIL)).isEmpty();
    }

    @Test
    void severalWithoutAnAnswerInARowStopTheChannelAndThenOneIsTriedAtATime() {
        pauses.unconfirmed(EmailChannel.EMAIL);
        pauses.worked(EmailChannel.EMAIL);
        for (int i = 1; i < DeliveryPauses.MOST_UNCONFIRMED; i++) {
            pauses.unconfirmed(EmailChannel.EMAIL);
            assertThat(pauses.millisLeft(EmailChannel.EMAIL)).isZero();
        }
        pauses.unconfirmed(EmailChannel.EMAIL);
        assertThat(pauses.millisLeft(EmailChannel.EMAIL)).isBetween(20_000L, 30_000L);
        assertThat(pauses.mostAtOnce(EmailChannel.EMAIL, 64)).isEqualTo(1);
        assertThat(pauses.find(EmailChannel.EMAIL))
                .hasValueSatisfying(t -> assertThat(t.reason()).contains("without an answer"));
        pauses.worked(EmailChannel.EMAIL);
        assertThat(pauses.mostAtOnce(EmailChannel.EMAIL, 64)).isEqualTo(64);
    }
}
