package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.QuestionEnd;
import upbeat.herald.server.answer.AnswerService.Reply;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.OrderHoldService;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;

/** What happens where nobody answered a question until it ended. Works inside the caller's transaction. */
@Component
class NoAnswerService {
    private static final String SOURCE = "answer";

    private final OrderRepository orders;
    private final OrderHoldService holds;
    private final MessageReplan replan;
    private final AnswerRecord record;
    private final AnswerNotes notes;

    NoAnswerService(
            OrderRepository orders,
            OrderHoldService holds,
            MessageReplan replan,
            AnswerRecord record,
            AnswerNotes notes) {
        this.orders = orders;
        this.holds = holds;
        this.replan = replan;
        this.record = record;
        this.notes = notes;
    }

    void apply(JdbcClient db, MessageRow message, QuestionEnd end, Instant now) {
        OrderRow order = orders.get(db, message.origin().orderId());
        String asked = "Nobody answered \"" + notes.nameOf(db, message.origin().noticeId()) + "\" in time";
        String value = Texts.orEmpty(end.value());
        switch (end.otherwise()) {
            case NOTHING -> orders.addNote(db, order.id(), asked, now);
            case TAG -> {
                MessageReplan.Before was = replan.capture(db, order);
                orders.addTag(db, order.id(), value, SOURCE, now);
                orders.addNote(db, order.id(), asked + ", so the order was tagged " + value, now);
                replan.replanNewlyFor(db, was, order, now);
            }
            case HOLD -> holds.hold(db, order.id(), "nobody answered \"" + noticeOf(db, message) + "\" in time", now);
            case ANSWER -> {
                Question question = Objects.requireNonNull(message.sent().question());
                Question.Button taken = question.findButton(value).orElse(null);
                if (taken == null) {
                    orders.addNote(db, order.id(), asked, now);
                    return;
                }
                orders.addNote(db, order.id(), asked + ", so it was taken as \"" + taken.label() + "\"", now);
                Reply reply = new Reply(taken.id(), null, AnswerRepository.BY_SILENCE);
                record.first(db, order, message, AnswerService.answer(message, taken, reply, now), now);
            }
        }
    }

    private String noticeOf(JdbcClient db, MessageRow message) {
        return notes.nameOf(db, message.origin().noticeId());
    }
}
