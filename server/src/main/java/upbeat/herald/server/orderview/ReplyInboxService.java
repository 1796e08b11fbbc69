package upbeat.herald.server.orderview;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.answer.ReplyAnswerService;
import upbeat.herald.server.answer.ReplyAnswerService.WrittenBack;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.order.ReplyRepository.ReplyRow;
import upbeat.herald.server.people.AccountRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Replies that wait for a person: who takes care of them, and what is written back. */
@Service
class ReplyInboxService {
    private static final int MOST = 200;

    private final ReplyRepository replies;
    private final ReplyAnswerService answers;
    private final AccountRepository accounts;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    ReplyInboxService(
            ReplyRepository replies,
            ReplyAnswerService answers,
            AccountRepository accounts,
            JdbcClient reader,
            SignallingWriter writer) {
        this.replies = replies;
        this.answers = answers;
        this.accounts = accounts;
        this.reader = reader;
        this.writer = writer;
    }

    /**
     * @param shop, number of the order it is about, or null where nobody knows
     * @param assignedTo who takes care of it, or null
     * @param answerUntil when it can't be answered over its channel any more, or null where that doesn't end
     * @param answers what was written back, the oldest first
     */
    record WaitingReply(
            long id,
            String channel,
            String sender,
            Instant receivedAt,
            String text,
            @Nullable String shop,
            @Nullable String number,
            @Nullable String assignedTo,
            @Nullable Instant answerUntil,
            List<WrittenBack> answers) {}

    /**
     * @param waiting how many there are, also those that aren't listed
     * @param people who may be given one
     */
    record ReplyInbox(int waiting, List<WaitingReply> replies, List<String> people) {}

    record AnswerText(@Nullable String text) {}

    record Assignee(@Nullable String name) {}

    /** @param segments, cost null where the channel counts none */
    record AnswerMeasure(@Nullable Integer segments, MessageView.@Nullable Money cost) {}

    ReplyInbox list() {
        return new ReplyInbox(
                replies.countWaiting(reader),
                replies.findWaiting(reader, MOST).stream().map(this::view).toList(),
                accounts.findWorkingNames(reader));
    }

    private WaitingReply view(ReplyRow r) {
        return new WaitingReply(
                r.seq(),
                r.channel(),
                r.sender(),
                r.receivedAt(),
                r.text(),
                r.shop(),
                r.number(),
                r.assignedTo(),
                answers.findClosing(reader, r),
                answers.findAnswers(reader, r.seq()));
    }

    /** @throws NotFoundException where somebody dealt with it already */
    void markDone(long id, String by) {
        if (!writer.write((db, now) -> replies.handle(db, id, by, now)))
            throw new NotFoundException("Somebody has dealt with this reply already");
    }

    void answer(long id, AnswerText body, String by) {
        writer.write((db, now) -> {
            answers.answer(db, id, body.text(), by, now);
            return null;
        });
    }

    AnswerMeasure measure(long id, AnswerText body) {
        ReplyAnswerService.Measured m = answers.measure(reader, id, body.text());
        return new AnswerMeasure(
                m.segments(),
                m.cost() == null
                        ? null
                        : new MessageView.Money(
                                m.cost().amount().toPlainString(), m.cost().currency()));
    }

    void assign(long id, Assignee body) {
        String who = Texts.blankToNull(body.name());
        writer.write((db, now) -> {
            if (who != null && accounts.find(db, who).isEmpty())
                throw new HeraldException("name", "There is no account called " + who);
            if (!replies.assign(db, id, who)) throw new NotFoundException("Somebody has dealt with this reply already");
            return null;
        });
    }
}
