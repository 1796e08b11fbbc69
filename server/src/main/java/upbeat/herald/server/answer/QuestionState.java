package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.QuestionEnd;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.QuestionAskedRepository;
import upbeat.herald.server.order.QuestionAskedRepository.AskedRow;

/** Whether a question may still be answered, and an answer still be changed. */
@Component
class QuestionState {
    private final QuestionAskedRepository questions;
    private final OrderRepository orders;

    QuestionState(QuestionAskedRepository questions, OrderRepository orders) {
        this.questions = questions;
        this.orders = orders;
    }

    /** False from the moment at which it ends, also where nobody has looked since; and while its order is cancelled. */
    boolean isOpen(JdbcClient db, long orderId, String noticeId, Question question, Instant now) {
        AskedRow row = questions.find(db, orderId, noticeId).orElse(null);
        if (isCancelled(db, orderId)) return false;
        if (row == null || question.end() == null) return true;
        if (!row.isOpen()) return false;
        return endOf(db, row, question.end()).filter(end -> !end.isAfter(now)).isEmpty();
    }

    /** Nobody needs an answer about an order that was cancelled. */
    boolean isCancelled(JdbcClient db, long orderId) {
        return orders.find(db, orderId)
                .filter(o -> o.ended() == Stage.CANCELLED)
                .isPresent();
    }

    private Optional<Instant> endOf(JdbcClient db, AskedRow row, QuestionEnd end) {
        Instant stageAt = end.stage() == null
                ? null
                : questions.findStageAt(db, row.orderId(), end.stage()).orElse(null);
        return end.endOf(new QuestionEnd.Asked(row.asked().at(), row.asked().remindedAt(), stageAt));
    }

    /** True while a customer who answered may answer otherwise. */
    boolean canChange(JdbcClient db, long orderId, Question question) {
        return question.changeUntil() != null
                && questions.findStageAt(db, orderId, question.changeUntil()).isEmpty();
    }
}
