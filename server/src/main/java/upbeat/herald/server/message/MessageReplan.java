package upbeat.herald.server.message;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.OrderStage;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.OrderSituation;
import upbeat.herald.core.notice.Reachability;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.StageVisitRepository;

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
    private final StageVisitRepository visits;
    private final SituationLoader situations;
    private final MessagePlanner planner;
    private final ChannelFallback fallback;

    MessageReplan(
            NoticeRepository notices,
            MessageRepository messages,
            OrderRepository orders,
            ParcelRepository parcels,
            StageVisitRepository visits,
            SituationLoader situations,
            MessagePlanner planner,
            ChannelFallback fallback) {
        this.notices = notices;
        this.messages = messages;
        this.orders = orders;
        this.parcels = parcels;
        this.visits = visits;
        this.situations = situations;
        this.planner = planner;
        this.fallback = fallback;
    }

    /**
     * @param before the order as it was; {@code order} as it is now
     * @return how many messages are planned that were not
     */
    public int replan(JdbcClient db, Order before, OrderRow order, Instant now) {
        Set<String> again = messages.deleteUnreachable(db, order.id());
        recheckOpen(db, order, now);
        int planned = 0;
        for (StageVisitRepository.Reached r : visits.findByOrder(db, order.id())) {
            ParcelRow parcel =
                    r.parcelId() == null ? null : parcels.find(db, r.parcelId()).orElse(null);
            if (r.parcelId() != null && parcel == null) continue;
            StageVisit v = r.visit();
            Set<String> only = new HashSet<>(again);
            notices.findAll(db).stream()
                    .filter(n -> isNewlyFor(n, before, order.order(), parcel))
                    .forEach(n -> only.add(n.id()));
            if (!only.isEmpty())
                planned += planner.planForMoment(
                        db, order, parcel, new Moment(v.stage(), v.occasion(), v.at(), null), only, now);
        }
        List<Parcel> boxes = parcels.findByOrder(db, order.id()).stream()
                .map(ParcelRow::parcel)
                .toList();
        if (OrderStage.isCovered(order.order(), boxes) && !OrderStage.isCovered(before, boxes))
            planned += replanOncePerOrder(db, order, Set.of(), now);
        if (planned > 0)
            orders.addNote(
                    db,
                    order.id(),
                    planned + (planned == 1 ? " message was" : " messages were") + " added because the order changed",
                    now);
        return planned;
    }

    /** An answer was put right: what was stopped because of the wrong one is decided again. */
    public int replanAnswered(JdbcClient db, OrderRow order, Instant now) {
        return planForVisits(db, order, messages.deleteStoppedByAnswer(db, order.id()), now);
    }

    /** An order's end was taken back: what was kept back because of it is decided again. */
    public int replanReopened(JdbcClient db, OrderRow order, Instant now) {
        return planForVisits(db, order, messages.deleteOvertaken(db, order.id()), now);
    }

    private int planForVisits(JdbcClient db, OrderRow order, Set<String> only, Instant now) {
        if (only.isEmpty()) return 0;
        int planned = 0;
        for (StageVisitRepository.Reached r : visits.findByOrder(db, order.id())) {
            ParcelRow parcel =
                    r.parcelId() == null ? null : parcels.find(db, r.parcelId()).orElse(null);
            if (r.parcelId() != null && parcel == null) continue;
            StageVisit v = r.visit();
            planned += planner.planForMoment(
                    db, order, parcel, new Moment(v.stage(), v.occasion(), v.at(), null), only, now);
        }
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

    /** The plan reaches the order now, and would not have before. */
    private static boolean isNewlyFor(Notice notice, Order before, Order after, @Nullable ParcelRow parcel) {
        @Nullable Parcel of = parcel == null ? null : parcel.parcel();
        return notice.audience().excludes(before, of).isPresent()
                && notice.audience().excludes(after, of).isEmpty();
    }

    private void recheckOpen(JdbcClient db, OrderRow order, Instant now) {
        List<MessageRow> open = messages.findByOrder(db, order.id()).stream()
                .filter(m ->
                        m.state().status() == MessageStatus.PLANNED || m.state().status() == MessageStatus.WAITING)
                .toList();
        for (MessageRow m : open) {
            Notice notice = notices.find(db, m.origin().noticeId()).orElse(null);
            if (notice == null) continue; // says so itself when it is due
            ParcelRow parcel = m.origin().parcelId() == null
                    ? null
                    : parcels.find(db, m.origin().parcelId()).orElse(null);
            OrderSituation situation = situations.load(db, order, parcel);
            Reachability reach = Decide.recheck(
                    notice,
                    situation,
                    situations.loadHistory(db, order),
                    m.recipient().channel(),
                    m.times().dueAt(),
                    now);
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
