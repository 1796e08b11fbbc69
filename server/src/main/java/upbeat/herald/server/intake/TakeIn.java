package upbeat.herald.server.intake;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.ReadScan;
import upbeat.herald.core.journey.Arrival;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.OrderStage;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.core.plan.Moment;
import upbeat.herald.core.timing.CustomerZone;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;
import upbeat.herald.server.orders.ScanStore;
import upbeat.herald.server.plan.PlanMessages;

/**
 * Takes facts in: an order, a parcel, a scan, a stage somebody marked. Each method works inside the caller's transaction, so that a fact,
 * the stages it leads to and the messages these call for are kept together or not at all.
 */
@Component
public class TakeIn {
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final ScanStore scans;
    private final ReachedStore reached;
    private final PlanMessages plan;

    TakeIn(OrderStore orders, ParcelStore parcels, ScanStore scans, ReachedStore reached, PlanMessages plan) {
        this.orders = orders;
        this.parcels = parcels;
        this.scans = scans;
        this.reached = reached;
        this.plan = plan;
    }

    public enum Change { NEW, CHANGED, UNCHANGED }

    /** @param messages how many were planned */
    public record Taken<T>(T row, Change change, int messages) {}

    public Taken<OrderRow> order(JdbcClient db, Order order, String source, Instant now) {
        Optional<OrderRow> known = orders.find(db, order.shop(), order.number());
        if (known.isEmpty()) {
            OrderRow row = orders.insert(db, order, source, now);
            order.tags().forEach(t -> orders.tag(db, row.id(), t, source, now));
            return new Taken<>(row, Change.NEW, orderReaches(db, row, Stage.ORDERED, order.placedAt(), now));
        }
        OrderRow before = known.get();
        if (before.order().equals(order)) return new Taken<>(before, Change.UNCHANGED, 0);
        orders.update(db, before.id(), order, now);
        order.tags().forEach(t -> orders.tag(db, before.id(), t, source, now));
        OrderRow row = orders.get(db, before.id());
        boolean reachable = !Objects.equals(before.order().customer(), order.customer()) || !Objects.equals(before.order().consent(), order.consent());
        return new Taken<>(row, Change.CHANGED, reachable ? plan.again(db, row, now) : 0);
    }

    /** Ends an order as cancelled or refunded; a second time changes nothing. */
    public Taken<OrderRow> end(JdbcClient db, OrderRow order, Stage ended, Instant now) {
        if (order.ended() == ended) return new Taken<>(order, Change.UNCHANGED, 0);
        orders.stage(db, order.id(), ended.code(), ended);
        OrderRow row = orders.get(db, order.id());
        return new Taken<>(row, Change.CHANGED, orderReaches(db, row, ended, now, now));
    }

    private int orderReaches(JdbcClient db, OrderRow row, Stage stage, Instant at, Instant now) {
        StageReached visit = new StageReached(stage, StageReached.ONCE, at, false);
        if (!reached.insert(db, row.id(), null, visit, now)) return 0;
        return plan.forMoment(db, row, null, new Moment(stage, visit.occasion(), at, null), now);
    }

    /** Puts a parcel on an order; the label is made by then. Scans that came before are read now. */
    public Taken<ParcelRow> parcel(JdbcClient db, OrderRow order, Parcel parcel, String source, Instant now) {
        Optional<ParcelRow> known = parcels.find(db, parcel.carrier(), parcel.trackingNumber());
        if (known.isPresent() && known.get().orderId() != order.id()) {
            throw new HeraldException("trackingNumber", "The number " + parcel.trackingNumber() + " is on order " + orders.get(db, known.get().orderId()).order().number() + " already");
        }
        if (known.isPresent()) {
            if (parcel.items().isEmpty() || parcel.items().equals(known.get().parcel().items())) return new Taken<>(known.get(), Change.UNCHANGED, 0);
            parcels.items(db, known.get().id(), parcel.items());
            standing(db, order.id());
            return new Taken<>(parcels.get(db, known.get().id()), Change.CHANGED, 0);
        }
        ParcelRow row = parcels.insert(db, order.id(), parcel, source, now);
        int messages = mark(db, row, Stage.PACKED, now, source, now).messages();
        for (ScanStore.ScanRow early : scans.waiting(db, parcel.carrier(), Texts.compact(parcel.trackingNumber()))) {
            scans.belongsTo(db, early.id(), row.id());
            if (early.stage() != null) messages += report(db, parcels.get(db, row.id()), early.report(), now);
        }
        return new Taken<>(parcels.get(db, row.id()), Change.NEW, messages);
    }

    /** A stage that somebody says a parcel reached. */
    public Taken<ParcelRow> mark(JdbcClient db, ParcelRow parcel, Stage stage, Instant at, String source, Instant now) {
        boolean there = reached.keys(db, parcel.id()).contains(stage.code() + "/" + StageReached.ONCE);
        if (there) return new Taken<>(parcel, Change.UNCHANGED, 0);
        String day = at.atZone(CustomerZone.of(null)).toLocalDate().toString();
        var scan = new ScanStore.ScanRow(0, parcel.parcel().carrier(), Texts.compact(parcel.parcel().trackingNumber()), parcel.id(), null, "Marked " + stage.words(), at, day, null, stage, false, source, now);
        Optional<Long> id = scans.insert(db, scan);
        if (id.isEmpty()) return new Taken<>(parcel, Change.UNCHANGED, 0);
        int messages = report(db, parcel, new Report(id.get().toString(), stage, at, day), now);
        return new Taken<>(parcels.get(db, parcel.id()), Change.CHANGED, messages);
    }

    public enum ScanOutcome { ACCEPTED, DUPLICATE, UNKNOWN_PARCEL, UNREAD_CODE }

    /** Takes one scan. @param day calendar day of {@code at} where it happened */
    public ScanOutcome scan(JdbcClient db, Carrier carrier, String trackingNumber, String code, String text, Instant at, String day, String place, Instant now) {
        Optional<Stage> stage = ReadScan.stage(carrier, code, text);
        Optional<ParcelRow> parcel = parcels.find(db, carrier.key(), trackingNumber);
        Optional<Long> id = scans.insert(db, new ScanStore.ScanRow(0, carrier.key(), Texts.compact(trackingNumber), parcel.map(ParcelRow::id).orElse(null), code, text, at, day, place, stage.orElse(null), false, ScanStore.BY_CARRIER, now));
        if (id.isEmpty()) return ScanOutcome.DUPLICATE;
        if (parcel.isEmpty()) return ScanOutcome.UNKNOWN_PARCEL;
        if (stage.isEmpty()) return ScanOutcome.UNREAD_CODE;
        report(db, parcel.get(), new Report(id.get().toString(), stage.get(), at, day), now);
        return ScanOutcome.ACCEPTED;
    }

    /** Works a parcel's way out again with the new report, and plans for what is news. @return messages planned */
    private int report(JdbcClient db, ParcelRow parcel, Report arrived, Instant now) {
        List<Report> known = scans.ofParcel(db, parcel.id()).stream().filter(s -> s.stage() != null && !Long.toString(s.id()).equals(arrived.key())).map(ScanStore.ScanRow::report).toList();
        Arrival arrival = Arrival.of(known, arrived, reached.keys(db, parcel.id()));
        if (arrival.late()) scans.late(db, Long.parseLong(arrived.key()));
        arrival.journey().reached().forEach(v -> reached.insert(db, parcel.orderId(), parcel.id(), v, now));
        if (parcel.stage() != arrival.journey().stage()) parcels.stage(db, parcel.id(), arrival.journey().stage(), arrived.at());
        OrderRow order = standing(db, parcel.orderId());
        if (arrival.news().isEmpty()) return 0;
        ParcelRow moved = parcels.get(db, parcel.id());
        Stage furthest = arrival.news().stream().map(StageReached::stage).max(Comparator.comparing(Stage::onLine)).orElseThrow();
        int messages = 0;
        for (StageReached v : arrival.news()) {
            messages += plan.forMoment(db, order, moved, new Moment(v.stage(), v.occasion(), v.at(), v.stage() == furthest ? null : furthest), now);
        }
        return messages;
    }

    /** Brings the order's stage in line with its parcels. */
    private OrderRow standing(JdbcClient db, long orderId) {
        OrderRow order = orders.get(db, orderId);
        List<ParcelRow> all = parcels.of(db, orderId);
        String stage = OrderStage.of(order.ended(), all.stream().map(ParcelRow::stage).toList(), covered(order.order(), all));
        if (stage.equals(order.stage())) return order;
        orders.stage(db, orderId, stage, order.ended());
        return orders.get(db, orderId);
    }

    /** True where the parcels hold every piece of the order; a parcel of unknown content may hold all. */
    private static boolean covered(Order order, List<ParcelRow> all) {
        if (all.stream().anyMatch(p -> p.parcel().items().isEmpty())) return true;
        Map<String, Integer> inside = all.stream().flatMap(p -> p.parcel().items().stream()).collect(Collectors.toMap(Parcel.Content::sku, Parcel.Content::quantity, Integer::sum));
        return order.items().stream().allMatch(i -> i.sku() == null || inside.getOrDefault(i.sku(), 0) >= i.quantity());
    }
}
