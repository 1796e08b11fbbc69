package upbeat.herald.server.answer;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.PersonalDataRepository;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository;

/** What customers wrote with their answers, and what others were told of it; what they chose stays. */
@Repository
class AnswerErasureRepository implements PersonalDataRepository {
    private final AnswerRepository answers;
    private final ReplyRepository replies;
    private final OutboxRepository outbox;

    AnswerErasureRepository(AnswerRepository answers, ReplyRepository replies, OutboxRepository outbox) {
        this.answers = answers;
        this.replies = replies;
        this.outbox = outbox;
    }

    @Override
    public Erasure prepare(JdbcClient reader, List<OrderRow> orders) {
        return this::erase;
    }

    private void erase(JdbcClient db, List<OrderRow> orders) {
        List<Long> ids = orders.stream().map(OrderRow::id).toList();
        answers.eraseTexts(db, ids);
        replies.erase(db, ids);
        outbox.erase(db, ids);
    }
}
