package upbeat.herald.server.answers;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Reason;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStatus;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.storage.Writer;

/**
 * Takes a customer's answer: the first one counts. It tags the order and stops what makes no sense any more: the same
 * question on other channels, and everything planned for the order where the customer does not want it.
 */
@Component
public class AnswerBook {
    private final AnswerStore answers;
    private final MessageStore messages;
    private final OrderStore orders;
    private final Writer writer;
    private final InstantSource clock;

    AnswerBook(AnswerStore answers, MessageStore messages, OrderStore orders, Writer writer, InstantSource clock) {
        this.answers = answers;
        this.messages = messages;
        this.orders = orders;
        this.writer = writer;
        this.clock = clock;
    }

    /** @param answer the one that counts; {@code first} true where it is this one */
    public record Outcome(AnswerStore.AnswerRow answer, boolean first) {}

    /** @param via channel word or {@code page}. @return empty where the message asked no such thing */
    public Optional<Outcome> take(MessageRow message, String buttonId, String via) {
        Question.Button button = message.question() == null
                ? null
                : message.question().button(buttonId).orElse(null);
        if (button == null) return Optional.empty();
        return Optional.of(writer.write(db -> answer(db, message, button, via)));
    }

    private Outcome answer(JdbcClient db, MessageRow message, Question.Button button, String via) {
        Instant now = clock.instant();
        var answer = new AnswerStore.AnswerRow(
                message.orderId(),
                message.noticeId(),
                message.id(),
                button.id(),
                button.label(),
                button.refuses(),
                via,
                now);
        if (!answers.insert(db, answer))
            return new Outcome(
                    answers.find(db, message.orderId(), message.noticeId()).orElseThrow(), false);
        orders.tag(db, message.orderId(), button.tag(), "answer", now);
        Reason reason = new Reason(Reason.Code.ANSWERED, "The customer answered \"" + button.label() + "\"");
        for (MessageRow other : messages.of(db, message.orderId())) {
            boolean open = other.status() == MessageStatus.PLANNED || other.status() == MessageStatus.WAITING;
            if (open && (button.refuses() || other.noticeId().equals(message.noticeId())))
                messages.cancelled(db, other.seq(), reason);
        }
        return new Outcome(answer, true);
    }
}
