package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

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
}
