package upbeat.herald.server.orderview;

import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.Decision;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.OrderSituation;
import upbeat.herald.core.notice.PlannedMessage;
import upbeat.herald.core.notice.ReturnStep;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.SituationLoader;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.StageVisitRepository;

/**
 * "What comes next" and "why not" for one order: every notice of the plan with what became of it or would, by the same
 * decision that sends.
 */
@Component
public class NoticeOutcomes {
    private final NoticeRepository notices;
    private final MessageRepository messages;
    private final ParcelRepository parcels;
    private final StageVisitRepository visits;
    private final SituationLoader situations;

    NoticeOutcomes(
            NoticeRepository notices,
            MessageRepository messages,
            ParcelRepository parcels,
            StageVisitRepository visits,
            SituationLoader situations) {
        this.notices = notices;
        this.messages = messages;
        this.parcels = parcels;
        this.visits = visits;
        this.situations = situations;
    }

    /** What is known of an order that every notice is asked about. */
    private record Known(
            OrderRow order,
            List<Notice> plan,
            List<MessageRow> sent,
            List<ParcelRow> parcels,
            List<StageVisitRepository.Reached> visits,
            History history) {}

    public List<NoticeOutcome> listFor(JdbcClient db, OrderRow order, Instant now) {
        Known known = new Known(
                order,
                notices.findAll(db),
                messages.findByOrder(db, order.id()),
                parcels.findByOrder(db, order.id()),
                visits.findByOrder(db, order.id()),
                situations.loadHistory(db, order));
        return known.plan().stream()
                .map(notice -> find(db, known, notice, now)
                        .withSteps(
                                NoticeSteps.list(notice, order.order(), findMessages(known, notice), known.visits())))
                .sorted(NoticeOutcome.AS_IT_COMES)
                .toList();
    }

    /** Those that are for whom the notice speaks to now. */
    private static List<MessageRow> findMessages(Known known, Notice notice) {
        return known.sent().stream()
                .filter(m -> m.origin().noticeId().equals(notice.id())
                        && TeamOccasion.isTrial(m.origin().occasion()) == (notice.state() == Notice.State.TRIAL))
                .toList();
    }

    private NoticeOutcome find(JdbcClient db, Known known, Notice notice, Instant now) {
        List<MessageRow> mine = findMessages(known, notice).stream()
                .filter(m -> !TeamOccasion.isCopy(m.origin().occasion()))
                .toList();
        List<String> out = mine.stream()
                .filter(m -> m.times().sentAt() != null)
                .map(m -> m.recipient().channel().label())
                .distinct()
                .toList();
        if (!out.isEmpty())
            return NoticeOutcome.of(
                    notice,
                    "said",
                    out,
                    null,
                    mine.stream()
                            .map(m -> m.times().sentAt())
                            .filter(Objects::nonNull)
                            .min(Comparator.naturalOrder())
                            .orElseThrow());
        Optional<MessageRow> open = mine.stream()
                .filter(m -> m.state().status().code().matches("planned|waiting|sending|unsure"))
                .findFirst();
        if (open.isPresent())
            return NoticeOutcome.of(
                    notice,
                    "planned",
                    List.of(open.get().recipient().channel().label()),
                    open.get().state().reason(),
                    open.get().times().dueAt());
        if (!mine.isEmpty())
            return NoticeOutcome.no(notice, mine.get(mine.size() - 1).state().reason());
        if (notice.timing().quietDays() != null)
            return findForSilence(known, notice, notice.timing().quietDays(), now);
        Trigger.AnswerGiven answer = notice.timing().trigger().answer();
        if (answer != null) return findForAnswer(db, known, notice, answer, now);
        if (notice.timing().trigger().returnStep() != null)
            return findForReturn(known, notice, notice.timing().trigger().returnStep());
        Optional<StageVisitRepository.Reached> visit = known.visits().stream()
                .filter(v -> !v.visit().isReturn())
                .filter(v -> v.visit().stage() == notice.timing().stage())
                .reduce((a, b) -> b);
        if (visit.isPresent()) {
            ParcelRow parcel = visit.get().parcelId() == null
                    ? null
                    : parcels.get(db, visit.get().parcelId());
            StageVisit v = visit.get().visit();
            return told(
                    notice,
                    Decide.decide(
                            known.plan(),
                            situations.load(db, known.order(), parcel),
                            Moment.of(v),
                            known.history(),
                            now),
                    "The stage was reached before this notice was live");
        }
        Stage stage = notice.timing().stage();
        ParcelRow parcel = stage.isOrderStage() || known.parcels().isEmpty() ? null : nextToReach(known, stage);
        if (parcel != null && !canReach(known, parcel, stage))
            return NoticeOutcome.no(
                    notice, "The parcel is already " + parcel.stage().label());
        OrderSituation there = new OrderSituation(
                known.order().order(),
                parcel == null ? null : parcel.parcel(),
                parcel == null ? null : stage,
                Collections.nCopies(known.parcels().size(), stage),
                true,
                known.order().ended());
        return told(
                notice,
                Decide.decide(
                        known.plan(),
                        there,
                        new Moment(notice.timing().stage(), StageVisit.ONCE, now, null),
                        known.history(),
                        now),
                null);
    }

    /** What was said, or would be, about an answer. */
    private NoticeOutcome findForAnswer(
            JdbcClient db, Known known, Notice notice, Trigger.AnswerGiven answer, Instant now) {
        String given = known.history().answers().get(answer.noticeId());
        OrderSituation situation = situations.load(db, known.order(), null);
        Moment moment = Moment.answer(notice.timing().stage(), answer, now);
        if (given != null)
            return answer.button().equals(given)
                    ? told(
                            notice,
                            Decide.decide(known.plan(), situation, moment, known.history(), now),
                            "The customer answered before this notice was live")
                    : NoticeOutcome.no(notice, "The customer gave another answer");
        NoticeOutcome told = told(
                notice,
                Decide.decide(known.plan(), situation, moment, known.history().withAnswer(answer), now),
                null);
        return told.outcome().equals("will") ? told.withWhy("if the customer answers so") : told;
    }

    /** What would be said of a return. */
    private static NoticeOutcome findForReturn(Known known, Notice notice, ReturnStep step) {
        return NoticeOutcome.no(
                notice,
                switch (step) {
                    case REQUESTED -> "Sent when the customer asks for a return label";
                    case ON_ITS_WAY -> "Sent when a return of the customer’s is on its way";
                    case RECEIVED -> "Sent when a return of the customer’s is received";
                });
    }

    /** What would be said if the carrier kept silent. */
    private static NoticeOutcome findForSilence(Known known, Notice notice, int days, Instant now) {
        ParcelRow parcel = known.parcels().stream()
                .filter(p -> p.stage().isUnderway())
                .findFirst()
                .orElse(null);
        if (parcel == null) return NoticeOutcome.no(notice, "No parcel is on its way");
        Instant last = now.minus(Duration.ofDays(days));
        OrderSituation silent = new OrderSituation(
                known.order().order(),
                parcel.parcel(),
                parcel.stage(),
                Collections.nCopies(known.parcels().size(), parcel.stage()),
                true,
                known.order().ended(),
                last,
                known.order().heldUntil());
        NoticeOutcome told = told(
                notice,
                Decide.decide(known.plan(), silent, Moment.silence(parcel.stage(), last, days), known.history(), now),
                null);
        return told.outcome().equals("will") ? told.withWhy("after " + days + " days without a scan") : told;
    }

    /** The parcel the stage is still ahead of, or the first. */
    private static ParcelRow nextToReach(Known known, Stage stage) {
        return known.parcels().stream()
                .filter(p -> canReach(known, p, stage))
                .findFirst()
                .orElse(known.parcels().get(0));
    }

    private static boolean canReach(Known known, ParcelRow parcel, Stage stage) {
        int farthest = known.visits().stream()
                .filter(v -> Long.valueOf(parcel.id()).equals(v.parcelId()))
                .map(v -> v.visit().stage())
                .filter(s -> !s.isSide())
                .mapToInt(Stage::position)
                .max()
                .orElse(0);
        return parcel.stage().canReach(stage, farthest);
    }

    private static NoticeOutcome told(Notice notice, Decision decision, @Nullable String whyNotAlready) {
        List<PlannedMessage> mine = decision.messages().stream()
                .filter(m -> m.notice().id().equals(notice.id()))
                .toList();
        if (!mine.isEmpty())
            return whyNotAlready == null
                    ? NoticeOutcome.of(
                            notice,
                            "will",
                            mine.stream().map(m -> m.channel().label()).toList(),
                            "when " + notice.timing().stage().label()
                                    + (notice.state() == Notice.State.TRIAL ? ", to the team (trial)" : ""),
                            mine.get(0).dueAt())
                    : NoticeOutcome.no(notice, whyNotAlready);
        String why = decision.notSent().stream()
                .filter(n -> n.notice().id().equals(notice.id()))
                .map(n -> n.reason().text())
                .distinct()
                .reduce((a, b) -> a + ". " + b)
                .orElse(null);
        return NoticeOutcome.no(notice, why);
    }
}
