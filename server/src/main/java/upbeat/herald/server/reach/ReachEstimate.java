package upbeat.herald.server.reach;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
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
import upbeat.herald.core.notice.ReturnStep;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.server.message.SituationLoader;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** Whom a notice would have reached, before it is live. */
@Component
class ReachEstimate {
    private static final int MOST_MOMENTS = 5_000;

    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final StageVisitRepository visits;
    private final SilenceRepository silences;
    private final AnswerRepository answers;
    private final ReturnRepository returns;
    private final SituationLoader situations;
    private final JdbcClient reader;

    ReachEstimate(
            OrderRepository orders,
            ParcelRepository parcels,
            StageVisitRepository visits,
            SilenceRepository silences,
            AnswerRepository answers,
            ReturnRepository returns,
            SituationLoader situations,
            JdbcClient reader) {
        this.orders = orders;
        this.parcels = parcels;
        this.visits = visits;
        this.silences = silences;
        this.answers = answers;
        this.returns = returns;
        this.situations = situations;
        this.reader = reader;
    }

    /**
     * Over the last 30 days. @param moments how often the stage was reached; {@code moved} how many the send window put
     * off; {@code reasons} of the others, most frequent first
     */
    record Reached(int moments, int reached, Map<String, Integer> byChannel, int moved, List<Counted> reasons) {}

    record Counted(String reason, int count) {}

    Reached estimate(Notice notice, Instant since, Instant now) {
        List<StageVisitRepository.Reached> reachedSince = findMoments(notice, since, now);
        Map<String, Integer> byChannel = new TreeMap<>();
        Map<String, Integer> reasons = new LinkedHashMap<>();
        int reached = 0;
        int moved = 0;
        Map<Long, History> histories = loadHistories(notice, reachedSince);
        Trigger trigger = notice.timing().trigger();
        for (StageVisitRepository.Reached r : reachedSince) {
            StageVisit v = r.visit();
            OrderRow order = orders.get(reader, r.orderId());
            ParcelRow parcel = r.parcelId() == null ? null : parcels.get(reader, r.parcelId());
            Decision d = Decide.decide(
                    List.of(notice),
                    asItStood(notice, r, order, parcel, histories),
                    new Moment(
                            v.stage(),
                            v.occasion(),
                            v.at(),
                            null,
                            trigger.quietDays(),
                            trigger.answer(),
                            trigger.returnStep()),
                    histories.getOrDefault(r.orderId(), History.NONE),
                    v.at());
            if (!d.messages().isEmpty()) reached++;
            d.messages().forEach(m -> byChannel.merge(m.channel().code(), 1, Integer::sum));
            if (d.messages().stream()
                    .anyMatch(m -> m.dueAt().isAfter(notice.timing().dueAt(v.at(), order.order())))) moved++;
            if (d.messages().isEmpty())
                d.notSent().stream()
                        .map(n -> n.reason().text())
                        .distinct()
                        .forEach(t -> reasons.merge(t, 1, Integer::sum));
        }
        List<Counted> counted = new ArrayList<>(reasons.entrySet().stream()
                .map(e -> new Counted(e.getKey(), e.getValue()))
                .sorted(Comparator.comparing(Counted::count).reversed())
                .limit(5)
                .toList());
        return new Reached(reachedSince.size(), reached, byChannel, moved, counted);
    }

    private List<StageVisitRepository.Reached> findMoments(Notice notice, Instant since, Instant now) {
        Trigger.AnswerGiven answer = notice.timing().trigger().answer();
        if (answer != null)
            return answers.findSince(reader, answer.noticeId(), answer.button(), since, MOST_MOMENTS).stream()
                    .map(a -> new StageVisitRepository.Reached(
                            a.orderId(),
                            null,
                            new StageVisit(notice.timing().stage(), StageVisit.ONCE, a.at(), false),
                            a.at()))
                    .toList();
        if (notice.timing().trigger().returnStep() == ReturnStep.REQUESTED)
            return returns.findRequestedSince(reader, since, MOST_MOMENTS).stream()
                    .map(r -> new StageVisitRepository.Reached(
                            r.orderId(),
                            r.parcelId(),
                            new StageVisit(
                                    notice.timing().stage(),
                                    StageVisit.occasionOfReturn(r.id()),
                                    r.content().times().requestedAt(),
                                    false),
                            r.content().times().requestedAt()))
                    .toList();
        boolean isOfReturn = notice.timing().trigger().returnStep() != null;
        return notice.timing().quietDays() == null
                ? visits.findSince(reader, notice.timing().stage(), since, MOST_MOMENTS).stream()
                        .filter(r -> r.visit().isReturn() == isOfReturn)
                        .toList()
                : silences.findBetween(
                        reader,
                        since,
                        now,
                        Objects.requireNonNull(notice.timing().silence()),
                        MOST_MOMENTS);
    }

    /** At the stage itself, nothing said, nothing overtaken. */
    private OrderSituation asItStood(
            Notice notice,
            StageVisitRepository.Reached reached,
            OrderRow order,
            @Nullable ParcelRow parcel,
            Map<Long, History> histories) {
        Stage stage = reached.visit().stage();
        int parcelCount = histories.isEmpty()
                ? (parcel == null ? 0 : 1)
                : parcels.findByOrder(reader, order.id()).size();
        Duration silence = notice.timing().silence();
        return new OrderSituation(
                order.order(),
                parcel == null ? null : parcel.parcel(),
                parcel == null ? null : stage,
                Collections.nCopies(parcelCount, stage),
                true,
                stage.isOrderStage() && stage != Stage.ORDERED ? stage : null,
                silence == null ? null : reached.visit().at().minus(silence),
                null);
    }

    /** What its conditions ask for; empty where they ask for nothing. What the orders heard before doesn't count. */
    private Map<Long, History> loadHistories(Notice notice, List<StageVisitRepository.Reached> reached) {
        if (notice.audience().isEveryone() && notice.timing().trigger().answer() == null) return Map.of();
        List<OrderRow> rows = orders.get(
                reader,
                reached.stream()
                        .map(StageVisitRepository.Reached::orderId)
                        .distinct()
                        .toList());
        return situations.loadForConditions(reader, rows);
    }
}
