package upbeat.herald.server.answer;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.ReplyWords;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.QuestionAskedRepository;
import upbeat.herald.server.order.QuestionAskedRepository.AskedRow;

/** Finds what a reply is about: the question its sender was asked last, or else their newest order. */
@Component
class ReplyTargets {
    private static final int MOST_ORDERS = 50;

    private final OrderRepository orders;
    private final QuestionAskedRepository questions;
    private final MessageRepository messages;

    ReplyTargets(OrderRepository orders, QuestionAskedRepository questions, MessageRepository messages) {
        this.orders = orders;
        this.questions = questions;
        this.messages = messages;
    }

    /** @param asked the message with the open question, or null where there is none */
    record Target(OrderRow order, @Nullable MessageRow asked) {
        Optional<Question.Button> choose(String text, List<String> languages) {
            Question question = asked == null ? null : asked.sent().question();
            return question == null ? Optional.empty() : ReplyWords.choose(question, text, languages);
        }
    }

    /** What the message that is answered was about; where nobody knows which, the last question that is open. */
    Optional<Target> find(JdbcClient db, ReplyListener.IncomingText incoming, String from) {
        MessageRow answered = incoming.answered() == null
                ? null
                : messages.find(db, incoming.answered()).orElse(null);
        return answered == null ? find(db, incoming.channel(), from) : Optional.of(of(db, answered));
    }

    private Target of(JdbcClient db, MessageRow answered) {
        OrderRow order = orders.get(db, answered.origin().orderId());
        boolean isOpen = questions
                .find(db, order.id(), answered.origin().noticeId())
                .filter(AskedRow::isOpen)
                .isPresent();
        return new Target(order, isOpen ? answered : null);
    }

    /** Where several questions are open, nobody can know which is meant but by the last one. */
    private Optional<Target> find(JdbcClient db, Channel channel, String from) {
        boolean isMail = channel.equals(EmailChannel.EMAIL);
        List<OrderRow> own = orders.findByContact(db, isMail ? from : null, isMail ? null : from, MOST_ORDERS);
        record Open(OrderRow order, AskedRow asked) {}
        return own.stream()
                .flatMap(o -> questions.findByOrder(db, o.id()).stream()
                        .filter(AskedRow::isOpen)
                        .map(q -> new Open(o, q)))
                .max(Comparator.comparing((Open o) -> o.asked().asked().at()))
                .map(o -> new Target(
                        o.order(), messages.find(db, o.asked().messageSeq()).orElse(null)))
                .or(() -> own.stream().findFirst().map(o -> new Target(o, null)));
    }
}
