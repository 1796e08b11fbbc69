package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Takes a customer's answer. The first one counts, or the last one until the stage that the notice names; none does
 * once the question has ended.
 */
@Component
public class AnswerService implements ReplyListener {
    /** Longer ones are cut: nobody reads more, and everything that was meant is said by then. */
    public static final int LONGEST_TEXT = 1_000;

    private final AnswerRepository answers;
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final AnswerRecord record;
    private final QuestionState state;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    AnswerService(
            AnswerRepository answers,
            MessageRepository messages,
            OrderRepository orders,
            AnswerRecord record,
            QuestionState state,
            JdbcClient reader,
            SignallingWriter writer) {
        this.answers = answers;
        this.messages = messages;
        this.orders = orders;
        this.record = record;
        this.state = state;
        this.reader = reader;
        this.writer = writer;
    }

    /** What became of an answer. */
    public enum Change {
        /** It counts. */
        FIRST,
        /** It counts instead of the one before. */
        CHANGED,
        /** Another one counts. */
        NOT_COUNTED,
        /** The question has ended. */
        ENDED
    }

    /** @param answer the one that counts, or null where the question ended without one */
    public record Outcome(Change change, @Nullable AnswerRow answer) {}

    /** An answer as it comes. @param via channel word, or one of those of {@link AnswerRepository} */
    public record Reply(String button, @Nullable String text, String via) {}

    /** How a question stands for its customer. @param answer the one that counts, or null */
    public record Standing(@Nullable AnswerRow answer, boolean isOpen, boolean canChange) {}

    public Standing standing(MessageRow message, Instant now) {
        long order = message.origin().orderId();
        String notice = message.origin().noticeId();
        Question question = message.sent().question();
        AnswerRow given = answers.find(reader, order, notice).orElse(null);
        if (question == null) return new Standing(given, false, false);
        return new Standing(
                given,
                given == null && state.isOpen(reader, order, notice, question, now),
                given != null && state.canChange(reader, order, question));
    }

    /** @return empty where the message asked no such thing */
    public Optional<Outcome> recordAnswer(MessageRow message, Reply reply) {
        Question question = message.sent().question();
        Question.Button button =
                question == null ? null : question.findButton(reply.button()).orElse(null);
        // Whoever of the team presses a button doesn't speak for the customer.
        if (button == null || TeamOccasion.isForTeam(message.origin().occasion())) return Optional.empty();
        return Optional.of(writer.write((db, now) -> take(db, message, button, reply, now)));
    }

    @Override
    public boolean buttonPressed(Channel channel, String reference, String buttonId) {
        Optional<MessageRow> message = messages.findByReference(reader, channel, reference);
        message.ifPresent(m -> recordAnswer(m, new Reply(buttonId, null, channel.code())));
        return message.isPresent();
    }

    /** Works inside the caller's transaction. */
    Outcome take(JdbcClient db, MessageRow message, Question.Button button, Reply reply, Instant now) {
        OrderRow order = orders.get(db, message.origin().orderId());
        Question question = Objects.requireNonNull(message.sent().question());
        AnswerRow before =
                answers.find(db, order.id(), message.origin().noticeId()).orElse(null);
        AnswerRow answer = answer(message, button, reply, now);
        if (before != null) {
            boolean isSame = before.button().equals(answer.button()) && Objects.equals(before.text(), answer.text());
            if (isSame || !state.canChange(db, order.id(), question)) return new Outcome(Change.NOT_COUNTED, before);
            record.change(db, order, message, before, answer, now);
            return new Outcome(Change.CHANGED, answer);
        }
        if (!state.isOpen(db, order.id(), message.origin().noticeId(), question, now))
            return new Outcome(Change.ENDED, null);
        record.first(db, order, message, answer, now);
        return new Outcome(Change.FIRST, answer);
    }

    /** @return the answer that counts */
    static AnswerRow answer(MessageRow message, Question.Button button, Reply reply, Instant now) {
        return new AnswerRow(
                message.origin().orderId(),
                message.origin().noticeId(),
                message.id(),
                button.id(),
                button.label(),
                button.freeText() ? shorten(reply.text()) : null,
                button.refuses(),
                reply.via(),
                now);
    }

    private static @Nullable String shorten(@Nullable String text) {
        String plain = text == null
                ? null
                : Texts.blankToNull(Texts.removeDirectionControls(text).replaceAll("\\p{Cntrl}+", " "));
        if (plain == null) return null;
        String trimmed = plain.strip();
        return trimmed.length() <= LONGEST_TEXT
                ? trimmed
                : trimmed.substring(0, trimmed.offsetByCodePoints(0, trimmed.codePointCount(0, LONGEST_TEXT)));
    }
}
