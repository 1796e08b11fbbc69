package upbeat.herald.server.simulation;

import java.time.Instant;
import java.util.Optional;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.message.MessageRepository;

/** When the next planned message is due, for the clock of the test bench. */
@Component
@ConditionalOnProperty("herald.demo")
class DueMoments {
    private final MessageRepository messages;
    private final JdbcClient reader;

    DueMoments(MessageRepository messages, JdbcClient reader) {
        this.messages = messages;
        this.reader = reader;
    }

    Optional<Instant> next(Instant after) {
        return messages.findNextDue(reader, after);
    }
}
