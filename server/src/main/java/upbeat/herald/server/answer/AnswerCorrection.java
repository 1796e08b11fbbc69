package upbeat.herald.server.answer;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;

/**
 * A person puts an answer right: the customer called, or pressed the wrong button. The timeline says who, when and why,
 * and what was stopped because of the wrong answer is decided again.
 */
@Service
class AnswerCorrection {
    private static final int LONGEST_WHY = 200;

    private final AnswerRepository answers;
    private final AnswerService service;
    private final MessageRepository messages;
    private final MessageReplan replan;
    private final OrderRepository orders;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    AnswerCorrection(
            AnswerRepository answers,
            AnswerService service,
            MessageRepository messages,
            MessageReplan replan,
            OrderRepository orders,
            JdbcClient reader,
            SignallingWriter writer) {
        this.answers = answers;
        this.service = service;
        this.messages = messages;
        this.replan = replan;
        this.orders = orders;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param button the id of the answer that is right; {@code why} for the timeline */
    record Correction(@Nullable String button, @Nullable String why) {}

    /** Of which order, by which notice. */
    record AskedQuestion(String shop, String number, String notice) {}

    record Choice(String button, String label, boolean refuses) {}

    /** An answer with those that could have been given. */
    record GivenAnswer(String notice, String version, String button, String label, String via, List<Choice> choices) {}

    List<GivenAnswer> list(String shop, String number) {
        return answers.findByOrder(reader, find(reader, shop, number).id()).stream()
                .map(a -> new GivenAnswer(
                        a.noticeId(),
                        ContentVersion.of(a.button()),
                        a.button(),
                        a.label(),
                        a.via(),
                        questionOf(reader, a).buttons().stream()
                                .map(b -> new Choice(b.id(), b.label(), b.refuses()))
                                .toList()))
                .toList();
    }

    /** @throws HeraldException where there is no such answer to give */
    void correct(AskedQuestion asked, IfMatch match, Correction body, String by) {
        String why = Texts.blankToNull(body.why());
        if (why == null || why.length() > LONGEST_WHY)
            throw new HeraldException("why", "Say why in 1 to " + LONGEST_WHY + " characters, for the timeline");
        writer.write((db, now) -> {
            OrderRow order = find(db, asked.shop(), asked.number());
            AnswerRow before = answers.find(db, order.id(), asked.notice())
                    .orElseThrow(() -> new NotFoundException("The customer hasn't answered this question"));
            match.check(ContentVersion.of(before.button()), new Correction(before.button(), null));
            Question question = questionOf(db, before);
            Question.Button right = question.findButton(body.button() == null ? "" : body.button())
                    .orElseThrow(() -> new HeraldException("button", "Choose one of the question's answers"));
            if (right.id().equals(before.button()))
                throw new HeraldException("button", "This is the answer already. Choose another one");
            MessageReplan.Before was = replan.capture(db, order);
            answers.update(db, before, right, now);
            question.findButton(before.button()).ifPresent(wrong -> orders.deleteTag(db, order.id(), wrong.tag()));
            orders.addTag(db, order.id(), right.tag(), "answer", now);
            orders.addNote(
                    db,
                    order.id(),
                    "Answer corrected from \"" + before.label() + "\" to \"" + right.label() + "\" by " + by + ": "
                            + why,
                    now);
            if (right.refuses()) service.cancelOpen(db, order.id(), asked.notice(), right);
            else replan.replanAnswered(db, order, now);
            replan.replanNewlyFor(db, was, order, now);
            answers.find(db, order.id(), asked.notice()).ifPresent(a -> service.planFollowing(db, order, a, now));
            return null;
        });
    }

    private Question questionOf(JdbcClient db, AnswerRow answer) {
        return messages.find(db, answer.messageId())
                .map(m -> m.sent().question())
                .filter(Objects::nonNull)
                .orElseThrow(() -> new NotFoundException("The question isn't kept any more"));
    }

    private OrderRow find(JdbcClient db, String shop, String number) {
        return orders.find(db, shop, number)
                .orElseThrow(() -> new NotFoundException("There is no order " + number + " in shop " + shop));
    }
}
