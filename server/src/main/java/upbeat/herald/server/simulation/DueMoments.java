package upbeat.herald.server.simulation;

import java.time.Instant;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.QuestionAskedRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository;

/** When the next planned message is due, for the clock of the test bench. */
@Component
@ConditionalOnProperty("herald.demo")
class DueMoments {
    private final MessageRepository messages;
    private final QuestionAskedRepository questions;
    private final OutboxRepository outbox;
    private final JdbcClient reader;

    DueMoments(
            MessageRepository messages, QuestionAskedRepository questions, OutboxRepository outbox, JdbcClient reader) {
        this.messages = messages;
        this.questions = questions;
        this.outbox = outbox;
        this.reader = reader;
    }

    Optional<Instant> next(Instant after) {
        return Stream.of(
                        messages.findNextDue(reader, after),
                        questions.findNextDue(reader, after),
                        outbox.findNextDue(reader, after))
                .flatMap(Optional::stream)
                .min(Comparator.naturalOrder());
    }
}
