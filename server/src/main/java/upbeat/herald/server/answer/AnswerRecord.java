package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.answer.AnswerEffectService.Given;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.message.OrderMoments;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.QuestionAskedRepository;

/**
 * Keeps an answer with all that follows: its effects, what it stops (the same question on other channels, and
 * everything planned for an order that isn't wanted), and what it sets off. Works inside the caller's transaction.
 */
@Component
class AnswerRecord {
    private final AnswerRepository answers;
    private final QuestionAskedRepository questions;
    private final MessageRepository messages;
    private final MessageReplan replan;
    private final OrderMoments moments;
    private final MessagePlanner planner;
    private final AnswerEffectService effects;

    AnswerRecord(
            AnswerRepository answers,
            QuestionAskedRepository questions,
            MessageRepository messages,
            MessageReplan replan,
            OrderMoments moments,
            MessagePlanner planner,
            AnswerEffectService effects) {
        this.answers = answers;
        this.questions = questions;
        this.messages = messages;
        this.replan = replan;
        this.moments = moments;
        this.planner = planner;
        this.effects = effects;
    }

    /** Nobody answered before. */
    void first(JdbcClient db, OrderRow order, MessageRow message, AnswerRow answer, Instant now) {
        MessageReplan.Before was = replan.capture(db, order);
        if (!answers.insert(db, answer)) throw new IllegalStateException("Answered twice within one transaction");
        questions.end(db, order.id(), answer.noticeId(), QuestionAskedRepository.ANSWERED, now);
        effects.apply(db, new Given(order, message, answer, buttonOf(message, answer)), now);
        stopSenseless(db, answer);
        follow(db, order, was, answer, now);
    }

    /** Another answer counts now: what the one before did is taken back, as far as it can be. */
    void change(JdbcClient db, OrderRow order, MessageRow message, AnswerRow before, AnswerRow answer, Instant now) {
        MessageReplan.Before was = replan.capture(db, order);
        answers.update(db, answer);
        Question question = Objects.requireNonNull(message.sent().question());
        question.findButton(before.button()).ifPresent(wrong -> effects.undo(db, order.id(), wrong, now));
        effects.apply(db, new Given(order, message, answer, buttonOf(message, answer)), now);
        if (answer.refuses()) stopSenseless(db, answer);
        else replan.replanAnswered(db, order, now);
        follow(db, order, was, answer, now);
    }

    private static Question.Button buttonOf(MessageRow message, AnswerRow answer) {
        return Objects.requireNonNull(message.sent().question())
                .findButton(answer.button())
                .orElseThrow();
    }

    private void follow(JdbcClient db, OrderRow order, MessageReplan.Before was, AnswerRow answer, Instant now) {
        replan.replanNewlyFor(db, was, order, now);
        moments.find(db, answer).ifPresent(m -> planner.planForMoment(db, order, m.parcel(), m.moment(), now));
    }

    private void stopSenseless(JdbcClient db, AnswerRow answer) {
        Reason reason = new Reason(Reason.Code.ANSWERED, "The customer answered \"" + answer.label() + "\"");
        for (MessageRow other : messages.findByOrder(db, answer.orderId())) {
            boolean open = other.state().status() == MessageStatus.PLANNED
                    || other.state().status() == MessageStatus.WAITING;
            if (TeamOccasion.isCopy(other.origin().occasion())) continue;
            if (open && (answer.refuses() || other.origin().noticeId().equals(answer.noticeId())))
                messages.markCancelled(db, other.seq(), reason);
        }
    }
}
