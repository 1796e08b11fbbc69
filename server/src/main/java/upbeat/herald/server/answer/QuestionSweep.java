package upbeat.herald.server.answer;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.QuestionEnd;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.SubjectFactory;
import upbeat.herald.server.order.QuestionAskedRepository;
import upbeat.herald.server.order.QuestionAskedRepository.AskedRow;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** Asks once more, and ends questions that nobody answered, as their notice says. */
@Component
public class QuestionSweep {
    private static final Logger LOG = LoggerFactory.getLogger(QuestionSweep.class);
    private static final int AT_ONCE = 100;
    private static final Duration AFTER_TROUBLE = Duration.ofHours(1);
    /**
     * How often the stages of all open questions are looked at, by the machine's clock; seldomer where it takes long.
     */
    private static final long STAGES_EVERY = TimeUnit.SECONDS.toNanos(2);

    private static final int REST = 40;

    /** A reminder that is later than this isn't sent. */
    private static final Duration LATEST = Duration.ofDays(2);

    /** Without an end of its own, a question can be answered as long as its links work. */
    private static final QuestionEnd LINKS_EXPIRE =
            new QuestionEnd(SubjectFactory.LINK_LIFETIME, null, null, QuestionEnd.NoAnswer.NOTHING, null);

    private static final String CLOSED = "nothing";

    private final QuestionAskedRepository questions;
    private final MessageRepository messages;
    private final MessagePlanner planner;
    private final NoAnswerService noAnswer;
    private final QuestionState state;
    private final JdbcClient reader;
    private final SignallingWriter writer;
    private final InstantSource clock;
    private long nextStages = System.nanoTime();

    QuestionSweep(
            QuestionAskedRepository questions,
            MessageRepository messages,
            MessagePlanner planner,
            NoAnswerService noAnswer,
            QuestionState state,
            JdbcClient reader,
            SignallingWriter writer,
            InstantSource clock) {
        this.questions = questions;
        this.messages = messages;
        this.planner = planner;
        this.noAnswer = noAnswer;
        this.state = state;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** Looks at all that is due now, and at all stages; for filling a history, where time is moved by hand. */
    public synchronized void sweepAll() {
        nextStages = System.nanoTime();
        boolean more = true;
        while (more) more = sweep();
    }

    /** @return true where there may be more to do at once */
    public synchronized boolean sweep() {
        boolean more = false;
        long began = System.nanoTime();
        if (began - nextStages >= 0) {
            more = noteStages();
            long took = System.nanoTime() - began;
            nextStages = more ? began : began + Math.max(STAGES_EVERY, took * REST);
        }
        List<AskedRow> due = questions.findDue(reader, clock.instant(), AT_ONCE);
        due.forEach(this::look);
        return more || due.size() == AT_ONCE;
    }

    /** Trouble with one question stays with it: it is looked at again later, and the others go on. */
    private void look(AskedRow row) {
        try {
            writer.write((db, now) -> {
                questions
                        .find(db, row.orderId(), row.noticeId())
                        .filter(AskedRow::isOpen)
                        .ifPresent(is -> step(db, is, now));
                return null;
            });
        } catch (RuntimeException | StackOverflowError e) {
            LOG.error("The question {} of order {} could not be looked at", row.noticeId(), row.orderId(), e);
            writer.write((db, now) -> {
                questions.update(db, row, now.plus(AFTER_TROUBLE));
                return null;
            });
        }
    }

    /** Writes down which questions' orders came to the stage that ends them. */
    private boolean noteStages() {
        List<AskedRow> reached = questions.findReachedStage(reader, AT_ONCE);
        if (reached.isEmpty()) return false;
        writer.write((db, now) -> {
            reached.forEach(row -> questions.update(db, row, now));
            return null;
        });
        return reached.size() == AT_ONCE;
    }

    private void step(JdbcClient db, AskedRow row, Instant now) {
        MessageRow message = messages.find(db, row.messageSeq()).orElse(null);
        Question question = message == null ? null : message.sent().question();
        if (message == null || question == null) { // its customer was erased
            questions.end(db, row.orderId(), row.noticeId(), CLOSED, now);
            return;
        }
        QuestionEnd end = question.end() == null ? LINKS_EXPIRE : question.end();
        QuestionEnd.Step next = end.nextStep(row.asked()).orElse(null);
        if (next == null || next.at().isAfter(now)) questions.update(db, row, next == null ? null : next.at());
        else if (state.isCancelled(db, row.orderId())) questions.end(db, row.orderId(), row.noticeId(), CLOSED, now);
        else if (next.ends()) {
            if (question.end() != null) noAnswer.apply(db, message, end, now);
            // An answer that is taken from the silence has ended it already.
            questions.end(
                    db, row.orderId(), row.noticeId(), end.otherwise().name().toLowerCase(Locale.ROOT), now);
        } else {
            // After a long standstill nobody wants to be asked about the past.
            if (next.at().plus(LATEST).isAfter(now)) planner.planReminder(db, message, now);
            AskedRow reminded = new AskedRow(
                    row.orderId(),
                    row.noticeId(),
                    row.messageSeq(),
                    new QuestionEnd.Asked(row.asked().at(), now, row.asked().stageAt()),
                    null,
                    null);
            questions.update(
                    db,
                    reminded,
                    end.nextStep(reminded.asked()).map(QuestionEnd.Step::at).orElse(null));
        }
    }
}
