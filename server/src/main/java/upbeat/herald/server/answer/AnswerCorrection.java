package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.answer.AnswerService.Reply;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.QuestionAskedRepository;
import upbeat.herald.server.order.QuestionAskedRepository.AskedRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;

/**
 * A person answers for a customer who called, or puts an answer right. The timeline says who, when and why, and what
 * was stopped because of a wrong answer is decided again.
 */
@Service
class AnswerCorrection {
    private static final int LONGEST_WHY = 200;

    private final AnswerRepository answers;
    private final QuestionAskedRepository questions;
    private final AnswerRecord record;
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final NoticeRepository notices;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    AnswerCorrection(
            AnswerRepository answers,
            QuestionAskedRepository questions,
            AnswerRecord record,
            MessageRepository messages,
            OrderRepository orders,
            NoticeRepository notices,
            JdbcClient reader,
            SignallingWriter writer) {
        this.answers = answers;
        this.questions = questions;
        this.record = record;
        this.messages = messages;
        this.orders = orders;
        this.notices = notices;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param button the id of the answer that is right; {@code why} for the timeline; {@code text} written with it */
    record Correction(
            @Nullable String button,
            @Nullable String why,
            @Nullable String text) {}

    /** Of which order, by which notice. */
    record AskedQuestion(String shop, String number, String notice) {}

    record Choice(String button, String label, boolean refuses, boolean freeText) {}

    /** What was answered. @param via how it came; {@code text} what was written with it, or null */
    record Answered(String button, String label, @Nullable String text, String via, Instant at) {}

    /**
     * A question that was sent, with its answers.
     *
     * @param name of the notice that asked
     * @param open true while the customer may still answer
     * @param given the answer that counts, or null
     */
    record GivenAnswer(
            String notice,
            String name,
            String version,
            boolean open,
            @Nullable Answered given,
            List<Choice> choices) {}

    List<GivenAnswer> list(String shop, String number) {
        OrderRow order = find(reader, shop, number);
        List<GivenAnswer> all = new ArrayList<>();
        for (AskedRow asked : questions.findByOrder(reader, order.id()))
            all.add(describe(
                    asked.noticeId(),
                    asked.isOpen(),
                    answers.find(reader, order.id(), asked.noticeId()).orElse(null),
                    questionOf(messages.find(reader, asked.messageSeq()).orElse(null))));
        // Those from before questions were followed.
        for (AnswerRow a : answers.findByOrder(reader, order.id()))
            if (all.stream().noneMatch(g -> g.notice().equals(a.noticeId())))
                all.add(describe(
                        a.noticeId(),
                        false,
                        a,
                        questionOf(messages.find(reader, a.messageId()).orElse(null))));
        return all;
    }

    private GivenAnswer describe(String notice, boolean open, @Nullable AnswerRow given, @Nullable Question question) {
        return new GivenAnswer(
                notice,
                notices.find(reader, notice).map(n -> n.name()).orElse(notice),
                version(given),
                open,
                given == null
                        ? null
                        : new Answered(given.button(), given.label(), given.text(), given.via(), given.at()),
                question == null
                        ? List.of()
                        : question.buttons().stream()
                                .map(b -> new Choice(b.id(), b.label(), b.refuses(), b.freeText()))
                                .toList());
    }

    private static String version(@Nullable AnswerRow given) {
        return ContentVersion.of(given == null ? "" : given.button());
    }

    /** @throws HeraldException where there is no such answer to give */
    void correct(AskedQuestion asked, IfMatch match, Correction body, String by) {
        String why = Texts.blankToNull(body.why());
        if (why == null || why.length() > LONGEST_WHY)
            throw new HeraldException("why", "Say why in 1 to " + LONGEST_WHY + " characters, for the timeline");
        writer.write((db, now) -> {
            OrderRow order = find(db, asked.shop(), asked.number());
            AnswerRow before = answers.find(db, order.id(), asked.notice()).orElse(null);
            match.check(version(before), new Correction(before == null ? null : before.button(), null, null));
            MessageRow message = messageOf(db, order.id(), asked.notice(), before);
            Question.Button right = Objects.requireNonNull(questionOf(message))
                    .findButton(body.button() == null ? "" : body.button())
                    .orElseThrow(() -> new HeraldException("button", "Choose one of the question's answers"));
            if (before != null && right.id().equals(before.button()))
                throw new HeraldException("button", "This is the answer already. Choose another one");
            AnswerRow answer = AnswerService.answer(
                    message, right, new Reply(right.id(), body.text(), AnswerRepository.BY_HAND), now);
            if (before == null) record.first(db, order, message, answer, now);
            else record.change(db, order, message, before, answer, now);
            String what = before == null
                    ? "Answered \"" + right.label() + "\" for the customer by "
                    : "Answer corrected from \"" + before.label() + "\" to \"" + right.label() + "\" by ";
            orders.addNote(db, order.id(), what + by + ": " + why, now);
            return null;
        });
    }

    /** Of what the customer answered, or would answer. */
    private MessageRow messageOf(JdbcClient db, long orderId, String notice, @Nullable AnswerRow before) {
        MessageRow message = before != null
                ? messages.find(db, before.messageId()).orElse(null)
                : questions
                        .find(db, orderId, notice)
                        .flatMap(q -> messages.find(db, q.messageSeq()))
                        .orElseThrow(() -> new NotFoundException("The customer wasn't asked this question"));
        if (message == null || questionOf(message) == null)
            throw new NotFoundException("The question isn't kept any more");
        return message;
    }

    private static @Nullable Question questionOf(@Nullable MessageRow message) {
        return message == null ? null : message.sent().question();
    }

    private OrderRow find(JdbcClient db, String shop, String number) {
        return orders.get(db, shop, number);
    }
}
