package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.message.OrderMoments;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Takes a customer's answer: the first one counts. It tags the order and stops what makes no sense any more: the same
 * question on other channels, and everything planned for the order where the customer does not want it.
 */
@Component
public class AnswerService implements ReplyListener {
    private final AnswerRepository answers;
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final MessageReplan replan;
    private final OrderMoments moments;
    private final MessagePlanner planner;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    AnswerService(
            AnswerRepository answers,
            MessageRepository messages,
            OrderRepository orders,
            MessageReplan replan,
            OrderMoments moments,
            MessagePlanner planner,
            JdbcClient reader,
            SignallingWriter writer) {
        this.answers = answers;
        this.messages = messages;
        this.orders = orders;
        this.replan = replan;
        this.moments = moments;
        this.planner = planner;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param answer the one that counts; {@code first} true where it is this one */
    public record Outcome(AnswerRepository.AnswerRow answer, boolean first) {}

    /** @param via channel word or {@code page}. @return empty where the message asked no such thing */
    public Optional<Outcome> recordAnswer(MessageRow message, String buttonId, String via) {
        Question.Button button = message.sent().question() == null
                ? null
                : message.sent().question().findButton(buttonId).orElse(null);
        // Whoever of the team presses a button doesn't speak for the customer.
        if (button == null || TeamOccasion.isForTeam(message.origin().occasion())) return Optional.empty();
        return Optional.of(writer.write((db, now) -> answer(db, message, button, via, now)));
    }

    @Override
    public boolean buttonPressed(Channel channel, String reference, String buttonId) {
        Optional<MessageRow> message = messages.findByReference(reader, channel, reference);
        message.ifPresent(m -> recordAnswer(m, buttonId, channel.code()));
        return message.isPresent();
    }

    private Outcome answer(JdbcClient db, MessageRow message, Question.Button button, String via, Instant now) {
        var answer = new AnswerRepository.AnswerRow(
                message.origin().orderId(),
                message.origin().noticeId(),
                message.id(),
                button.id(),
                button.label(),
                button.refuses(),
                via,
                now);
        OrderRow order = orders.get(db, message.origin().orderId());
        MessageReplan.Before before = replan.capture(db, order);
        if (!answers.insert(db, answer))
            return new Outcome(
                    answers.find(
                                    db,
                                    message.origin().orderId(),
                                    message.origin().noticeId())
                            .orElseThrow(),
                    false);
        orders.addTag(db, message.origin().orderId(), button.tag(), "answer", now);
        cancelOpen(db, message.origin().orderId(), message.origin().noticeId(), button);
        replan.replanNewlyFor(db, before, order, now);
        planFollowing(db, order, answer, now);
        return new Outcome(answer, true);
    }

    /** Plans what this answer sets off. */
    void planFollowing(JdbcClient db, OrderRow order, AnswerRepository.AnswerRow answer, Instant now) {
        moments.find(db, answer).ifPresent(m -> planner.planForMoment(db, order, m.parcel(), m.moment(), now));
    }

    /** Stops what makes no sense after this answer. */
    void cancelOpen(JdbcClient db, long orderId, String noticeId, Question.Button button) {
        Reason reason = new Reason(Reason.Code.ANSWERED, "The customer answered \"" + button.label() + "\"");
        for (MessageRow other : messages.findByOrder(db, orderId)) {
            boolean open = other.state().status() == MessageStatus.PLANNED
                    || other.state().status() == MessageStatus.WAITING;
            if (TeamOccasion.isCopy(other.origin().occasion())) continue;
            if (open && (button.refuses() || other.origin().noticeId().equals(noticeId)))
                messages.markCancelled(db, other.seq(), reason);
        }
    }
}
