package upbeat.herald.server.message;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Effects;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.QuestionEnd;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.QuestionAskedRepository;

/**
 * What else a notice does once a customer was sent its message: tags on the order, a copy for the team, and the wait
 * for an answer begins.
 */
@Component
public class SentEffects {
    private static final String SOURCE = "notice";

    private final NoticeRepository notices;
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final QuestionAskedRepository questions;
    private final MessageReplan replan;
    private final MessagePlanner planner;

    SentEffects(
            NoticeRepository notices,
            MessageRepository messages,
            OrderRepository orders,
            QuestionAskedRepository questions,
            MessageReplan replan,
            MessagePlanner planner) {
        this.notices = notices;
        this.messages = messages;
        this.orders = orders;
        this.questions = questions;
        this.replan = replan;
        this.planner = planner;
    }

    /** To be asked once for each message, in the transaction that says it was sent. */
    public void apply(JdbcClient db, MessageRow sent, Instant now) {
        if (TeamOccasion.isForTeam(sent.origin().occasion())) return;
        startWaiting(db, sent, now);
        Notice notice = notices.find(db, sent.origin().noticeId()).orElse(null);
        if (notice == null) return;
        Effects effects = notice.effects();
        if (effects.copies().contains(sent.recipient().channel())) planner.planCopy(db, sent, now);
        if (effects.hasTags()) tag(db, sent.origin().orderId(), effects, now);
    }

    /** As it was asked: the notice may ask something else by now. */
    private void startWaiting(JdbcClient db, MessageRow sent, Instant now) {
        MessageRow asked = messages.find(db, sent.seq()).orElse(sent);
        Question question = asked.sent().question();
        if (question == null) return;
        QuestionEnd end = question.end();
        Instant next = end == null
                ? now.plus(SubjectFactory.LINK_LIFETIME)
                : end.nextStep(new QuestionEnd.Asked(now, null, null))
                        .map(QuestionEnd.Step::at)
                        .orElse(null);
        questions.insert(
                db,
                sent.origin().orderId(),
                sent.origin().noticeId(),
                sent.seq(),
                now,
                end == null ? null : end.stage(),
                next);
    }

    private void tag(JdbcClient db, long orderId, Effects effects, Instant now) {
        List<String> had = orders.findTags(db, orderId);
        List<String> on =
                effects.addTags().stream().filter(t -> !had.contains(t)).toList();
        List<String> off = effects.removeTags().stream().filter(had::contains).toList();
        if (on.isEmpty() && off.isEmpty()) return;
        OrderRow order = orders.get(db, orderId);
        MessageReplan.Before before = replan.capture(db, order);
        on.forEach(t -> orders.addTag(db, orderId, t, SOURCE, now));
        off.forEach(t -> orders.removeTag(db, orderId, t, now));
        replan.replanNewlyFor(db, before, order, now);
    }
}
