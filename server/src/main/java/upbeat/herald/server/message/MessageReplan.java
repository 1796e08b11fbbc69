package upbeat.herald.server.message;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.OrderStage;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reachability;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/**
 * An order changed: what was planned for it and did not leave yet is decided again, on every channel, and what was kept
 * back because of what it said before is given another chance. Works inside the caller's transaction.
 */
@Component
public class MessageReplan {
    private final NoticeRepository notices;
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final OrderMoments moments;
    private final SituationLoader situations;
    private final MessagePlanner planner;
    private final ChannelFallback fallback;

    MessageReplan(
            NoticeRepository notices,
            MessageRepository messages,
            OrderRepository orders,
            ParcelRepository parcels,
            OrderMoments moments,
            SituationLoader situations,
            MessagePlanner planner,
            ChannelFallback fallback) {
        this.notices = notices;
        this.messages = messages;
        this.orders = orders;
        this.parcels = parcels;
        this.moments = moments;
        this.situations = situations;
        this.planner = planner;
        this.fallback = fallback;
    }

    /** An order as conditions saw it before a change. @param parcels how many it had */
    public record Before(OrderRow row, History history, int parcels) {}

    /** To be asked before something about an order changes, whatever it is. */
    public Before capture(JdbcClient db, OrderRow row) {
        if (findNarrowed(db).isEmpty()) return new Before(row, History.NONE, 0); // nobody will compare
        return new Before(
                row,
                situations.loadHistory(db, row),
                parcels.findByOrder(db, row.id()).size());
    }

    /**
     * The order itself changed.
     *
     * @param order as it is now
     * @return how many messages are planned that were not
     */
    public int replan(JdbcClient db, Before before, OrderRow order, Instant now) {
        Set<String> again = messages.deleteUnreachable(db, order.id());
        recheckOpen(db, order, now);
        reopenSeries(db, order, now);
        int planned = planNewly(db, before, order, again, now);
        List<Parcel> boxes = parcels.findByOrder(db, order.id()).stream()
                .map(ParcelRow::parcel)
                .toList();
        if (OrderStage.isCovered(order.order(), boxes)
                && !OrderStage.isCovered(before.row().order(), boxes))
            planned += replanOncePerOrder(db, order, Set.of(), now);
        noteAdded(db, order, planned, now);
        return planned;
    }

    /**
     * Something beside the order's own document changed that conditions may ask for: a tag or an answer. A notice that
     * is for it only since then may still have something to say.
     *
     * @return how many messages are planned that were not
     */
    public int replanNewlyFor(JdbcClient db, Before before, OrderRow order, Instant now) {
        recheckSeries(db, order, now);
        int planned = planNewly(db, before, order, Set.of(), now);
        noteAdded(db, order, planned, now);
        return planned;
    }

    /** What may end a series, or had ended one, changed. */
    public void recheckSeries(JdbcClient db, OrderRow order, Instant now) {
        if (!notices.hasSeries(db)) return;
        recheckOpen(db, order, now);
        reopenSeries(db, order, now);
    }

    /** What was kept back because its series had ended, and hasn't any more, is planned again. */
    private void reopenSeries(JdbcClient db, OrderRow order, Instant now) {
        if (!notices.hasSeries(db)) return;
        for (MessageRow m : messages.findByOrder(db, order.id())) {
            boolean isEnded = m.state().status() == MessageStatus.WITHHELD
                    && Reason.Code.SERIES_ENDED.name().equals(m.state().reasonCode())
                    && m.recipient().to() != null; // it was planned, and not kept back from the beginning
            if (!isEnded) continue;
            Notice notice = notices.find(db, m.origin().noticeId()).orElse(null);
            if (notice != null
                    && recheck(db, notice, m, order, now).obstacle() == null
                    && messages.deleteEnded(db, m.seq())) planner.planAgain(db, m, now);
        }
    }

    /** Why a message that is planned will not be sent, as things are now; empty where it will. */
    public Optional<Reason> findObstacle(JdbcClient db, MessageRow m, OrderRow order, Instant now) {
        return notices.find(db, m.origin().noticeId())
                .flatMap(n -> Optional.ofNullable(recheck(db, n, m, order, now).obstacle()));
    }

    private Reachability recheck(JdbcClient db, Notice notice, MessageRow m, OrderRow order, Instant now) {
        Long about = m.origin().parcelId();
        ParcelRow parcel = about == null ? null : parcels.find(db, about).orElse(null);
        return Decide.recheck(
                notice,
                situations.load(db, order, parcel),
                situations.loadHistory(db, order),
                m.recipient().channel(),
                m.times().dueAt(),
                now);
    }

    private void noteAdded(JdbcClient db, OrderRow order, int planned, Instant now) {
        if (planned > 0)
            orders.addNote(
                    db,
                    order.id(),
                    planned + (planned == 1 ? " message was" : " messages were") + " added because the order changed",
                    now);
    }

    private int planNewly(JdbcClient db, Before before, OrderRow order, Set<String> again, Instant now) {
        List<Notice> narrowed = findNarrowed(db);
        if (narrowed.isEmpty() && again.isEmpty()) return 0;
        History history = situations.loadHistory(db, order);
        int parcelCount = parcels.findByOrder(db, order.id()).size();
        int planned = 0;
        for (OrderMoments.OrderMoment m : moments.list(db, order.id())) {
            OrderFacts was = facts(before.row().order(), before.history(), m.parcel(), before.parcels());
            OrderFacts is = facts(order.order(), history, m.parcel(), parcelCount);
            Set<String> only = new HashSet<>(again);
            narrowed.stream()
                    .filter(n -> !n.audience().fits(was) && n.audience().fits(is))
                    .forEach(n -> only.add(n.id()));
            if (!only.isEmpty()) planned += planner.planForMoment(db, order, m.parcel(), m.moment(), only, now);
        }
        return planned;
    }

    private List<Notice> findNarrowed(JdbcClient db) {
        return notices.findAll(db).stream()
                .filter(n -> !n.audience().isEveryone() && n.state().isSpeaking())
                .toList();
    }

    private static OrderFacts facts(Order order, History history, @Nullable ParcelRow parcel, int parcels) {
        return new OrderFacts(
                order,
                parcel == null
                        ? history.background().carriers()
                        : Set.of(parcel.parcel().carrier()),
                parcels,
                history.background(),
                history.answers());
    }

    /** An answer was put right: what was stopped because of the wrong one is decided again. */
    public int replanAnswered(JdbcClient db, OrderRow order, Instant now) {
        return planForVisits(db, order, messages.deleteStoppedByAnswer(db, order.id()), now);
    }

    /** An order's end was taken back: what was kept back because of it is decided again. */
    public int replanReopened(JdbcClient db, OrderRow order, Instant now) {
        recheckSeries(db, order, now);
        return planForVisits(db, order, messages.deleteOvertaken(db, order.id()), now);
    }

    private int planForVisits(JdbcClient db, OrderRow order, Set<String> only, Instant now) {
        if (only.isEmpty()) return 0;
        int planned = 0;
        for (OrderMoments.OrderMoment m : moments.list(db, order.id()))
            planned += planner.planForMoment(db, order, m.parcel(), m.moment(), only, now);
        return planned;
    }

    /**
     * The order's parcels changed: what is said once for an order may be due from another parcel now.
     *
     * @param forgotten ids of notices whose message went with the parcel it was about
     * @return how many messages are planned that were not
     */
    public int replanOncePerOrder(JdbcClient db, OrderRow order, Set<String> forgotten, Instant now) {
        Set<String> once = notices.findAll(db).stream()
                .filter(n -> n.timing().per() == Notice.Per.WHOLE_ORDER
                        || n.timing().per() == Notice.Per.ORDER && forgotten.contains(n.id()))
                .map(Notice::id)
                .collect(Collectors.toSet());
        return planForVisits(db, order, once, now);
    }

    private void recheckOpen(JdbcClient db, OrderRow order, Instant now) {
        List<MessageRow> open = messages.findByOrder(db, order.id()).stream()
                .filter(m ->
                        m.state().status() == MessageStatus.PLANNED || m.state().status() == MessageStatus.WAITING)
                .toList();
        for (MessageRow m : open) {
            Notice notice = notices.find(db, m.origin().noticeId()).orElse(null);
            if (TeamOccasion.isCopy(m.origin().occasion())) continue; // nothing about the customer counts for it
            // Says so itself when it is due.
            if (notice == null
                    || Decide.checkLive(notice, m.origin().occasion()).isPresent()) continue;
            Reachability reach = recheck(db, notice, m, order, now);
            if (reach.obstacle() != null) fallback.hold(db, m, reach.obstacle());
            else if (reach.address() != null
                    && !reach.address().equals(m.recipient().to())) {
                messages.updateAddress(db, m.seq(), reach.address());
                orders.addNote(
                        db,
                        order.id(),
                        "Because the order changed, " + notice.name() + " by "
                                + m.recipient().channel().label() + " now goes to " + reach.address(),
                        now);
            }
        }
    }
}
