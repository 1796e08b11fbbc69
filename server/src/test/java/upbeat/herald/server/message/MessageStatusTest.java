package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.timing.Backoff;

class MessageStatusTest {
    @Test
    void nothingLeavesAnEndAndNothingComesBackFromBeingDelivered() {
        for (MessageStatus to : MessageStatus.values()) {
            assertThat(to.allowedFrom()).doesNotContain(MessageStatus.READ);
            // Only a person sends again what was refused, skipped or taken back, as a new message in line.
            if (to != MessageStatus.WAITING)
                assertThat(to.allowedFrom())
                        .doesNotContain(MessageStatus.FAILED, MessageStatus.WITHHELD, MessageStatus.CANCELLED);
            if (to != MessageStatus.READ) assertThat(to.allowedFrom()).doesNotContain(MessageStatus.DELIVERED);
            assertThat(MessageStatus.fromCode(to.code())).isEqualTo(to);
        }
        assertThat(MessageStatus.SENDING.allowedFrom())
                .as("an unsure message is not sent by itself")
                .containsOnly(MessageStatus.PLANNED, MessageStatus.WAITING);
    }

    @Test
    void backoffGrowsAndIsBounded() {
        SplittableRandom random = new SplittableRandom(3);
        Duration before = Duration.ZERO;
        for (int attempt = 1; attempt < 40; attempt++) {
            Duration after = Backoff.delayAfter(attempt, random);
            assertThat(after).isBetween(Duration.ofSeconds(48), Duration.ofHours(4));
            if (attempt < 7) assertThat(after).isGreaterThan(before);
            before = after;
        }
    }
}
