package upbeat.herald.server.intake;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Journey;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.core.plan.Moment;
import upbeat.herald.core.timing.CustomerZone;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.carriers.CarrierWatchStore;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;
import upbeat.herald.server.orders.ScanStore;
import upbeat.herald.server.orders.SearchIndex;
import upbeat.herald.server.plan.PlanMessages;

/**
 * Takes facts in: an order, a parcel, a scan, a stage somebody marked. Each method works inside the caller's
 * transaction, so that a fact, the stages it leads to and the messages these call for are kept together or not at all.
 */
@Component
public class TakeIn {
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final ScanStore scans;
    private final ReachedStore reached;
    private final CarrierStore carriers;
    private final TakeReports reports;
    private final CarrierWatchStore watches;
    private final MessageStore messages;
    private final SearchIndex search;
    private final PlanMessages plan;

    TakeIn(
            OrderStore orders,
            ParcelStore parcels,
            ScanStore scans,
            ReachedStore reached,
            CarrierStore carriers,
            TakeReports reports,
            CarrierWatchStore watches,
            MessageStore messages,
            SearchIndex search,
            PlanMessages plan) {
        this.orders = orders;
        this.parcels = parcels;
        this.scans = scans;
        this.reached = reached;
        this.carriers = carriers;
        this.reports = reports;
        this.watches = watches;
        this.messages = messages;
        this.search = search;
        this.plan = plan;
    }

    public enum Change {
        NEW,
        CHANGED,
        UNCHANGED
    }

    /** @param messages how many were planned */
    public record Taken<T>(T row, Change change, int messages) {}

    public Taken<OrderRow> order(JdbcClient db, Order order, String source, Instant now) {
        Optional<OrderRow> known = orders.find(db, order.shop(), order.number());
        if (known.isEmpty()) {
            OrderRow row = orders.insert(db, order, source, now);
            order.tags().forEach(t -> orders.tag(db, row.id(), t, source, now));
            search.put(db, row.id(), order, List.of());
            return new Taken<>(row, Change.NEW, orderReaches(db, row, Stage.ORDERED, order.placedAt(), now));
        }
        OrderRow before = known.get();
        if (before.order().equals(order)) return new Taken<>(before, Change.UNCHANGED, 0);
        orders.update(db, before.id(), order, now);
        order.tags().forEach(t -> orders.tag(db, before.id(), t, source, now));
        search.put(db, before.id(), order);
        OrderRow row = standing(db, before.id());
        boolean reachable = !Objects.equals(before.order().customer(), order.customer())
                || !Objects.equals(before.order().consent(), order.consent());
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
        if (reached.insert(db, List.of(new ReachedStore.Visit(row.id(), null, visit)), now) == 0) return 0;
        return plan.forMoment(db, row, null, new Moment(stage, visit.occasion(), at, null), now);
    }

    /** Puts a parcel on an order; the label is made by then. Scans that came before are read now. */
    public Taken<ParcelRow> parcel(JdbcClient db, OrderRow order, Parcel parcel, String source, Instant now) {
        Optional<ParcelRow> known = parcels.findAny(db, parcel.carrier(), parcel.trackingNumber());
        if (known.isPresent() && known.get().orderId() != order.id()) {
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + parcel.trackingNumber() + " is on order "
                            + orders.get(db, known.get().orderId()).order().number() + " already");
        }
        if (known.isPresent()) {
            if (parcel.items().isEmpty()
                    || parcel.items().equals(known.get().parcel().items()))
                return new Taken<>(known.get(), Change.UNCHANGED, 0);
            parcels.items(db, known.get().id(), parcel.items());
            standing(db, order.id());
            return new Taken<>(parcels.get(db, known.get().id()), Change.CHANGED, 0);
        }
        ParcelRow row = parcels.insert(db, order.id(), parcel, source, now);
        search.put(db, order.id(), order.order());
        int planned = mark(db, row, Stage.PACKED, now, source, now).messages();
        planned += reports.early(db, row.id(), parcel.carrier(), Texts.compact(parcel.trackingNumber()), now);
        watch(db, row, parcel.carrier(), parcel.trackingNumber(), now);
        return new Taken<>(parcels.get(db, row.id()), Change.NEW, planned);
    }

    /**
     * The parcel goes on with another carrier under another number; it stays one parcel, and nothing is said of it
     * twice.
     */
    public Taken<ParcelRow> goesOn(
            JdbcClient db, ParcelRow parcel, String carrier, String trackingNumber, Instant now) {
        Optional<ParcelRow> known = parcels.findAny(db, carrier, trackingNumber);
        if (known.isPresent() && known.get().id() == parcel.id()) return new Taken<>(parcel, Change.UNCHANGED, 0);
        if (known.isPresent())
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + trackingNumber + " is a parcel of order "
                            + orders.get(db, known.get().orderId()).order().number() + " already");
        parcels.addLeg(db, parcel.id(), carrier, trackingNumber, now);
        search.put(db, parcel.orderId(), orders.get(db, parcel.orderId()).order());
        int planned = reports.early(db, parcel.id(), carrier, Texts.compact(trackingNumber), now);
        watch(db, parcel, carrier, trackingNumber, now);
        return new Taken<>(parcels.get(db, parcel.id()), Change.CHANGED, planned);
    }

    private void watch(JdbcClient db, ParcelRow row, String carrierKey, String trackingNumber, Instant now) {
        Carrier carrier = carriers.find(db, carrierKey).orElse(null);
        if (carrier != null
                && carrier.scans() == Carrier.ScansArrive.ASKED
                && carrier.ask() != null
                && !OpenParcels.over(row.stage())) watches.begin(db, row.id(), carrierKey, trackingNumber, now);
    }

    /** Puts another number on a parcel, as if the wrong one had never been there; what was sent stays sent. */
    public Taken<ParcelRow> renumber(JdbcClient db, ParcelRow parcel, Parcel to, String source, Instant now) {
        OrderRow order = orders.get(db, parcel.orderId());
        if (parcels.findAny(db, to.carrier(), to.trackingNumber())
                .filter(p -> p.id() != parcel.id())
                .isPresent())
            throw new HeraldException(
                    "trackingNumber", "The number " + to.trackingNumber() + " is taken by another parcel");
        removeParcel(db, parcel);
        return parcel(
                db,
                order,
                to.items().isEmpty()
                        ? new Parcel(
                                to.carrier(),
                                to.trackingNumber(),
                                parcel.parcel().items())
                        : to,
                source,
                now);
    }

    /** Takes a parcel off its order. Messages planned for it are gone with it. */
    public void removeParcel(JdbcClient db, ParcelRow parcel) {
        messages.forget(db, parcel.id(), null);
        watches.remove(db, parcel.id());
        parcels.remove(db, parcel.id());
        OrderRow order = standing(db, parcel.orderId());
        search.put(db, order.id(), order.order());
    }

    /** A stage that somebody says a parcel reached. */
    public Taken<ParcelRow> mark(JdbcClient db, ParcelRow parcel, Stage stage, Instant at, String source, Instant now) {
        String day = at.atZone(CustomerZone.of(null)).toLocalDate().toString();
        return reports.mark(db, parcel, stage, at, day, source, now)
                .map(planned -> new Taken<>(parcels.get(db, parcel.id()), Change.CHANGED, planned))
                .orElse(new Taken<>(parcel, Change.UNCHANGED, 0));
    }

    /** Takes back the last mark of a stage made by hand. @throws HeraldException where a message about it went out */
    public void unmark(JdbcClient db, ParcelRow parcel, Stage stage, String source) {
        if (messages.anySent(db, parcel.id(), stage))
            throw new HeraldException(
                    "stage",
                    "A message says already that parcel " + parcel.parcel().trackingNumber() + " is " + stage.words()
                            + ". It can't be taken back");
        scans.ofParcel(db, parcel.id()).stream()
                .filter(s -> s.stage() == stage && s.source().equals(source))
                .reduce((a, b) -> b)
                .ifPresent(s -> scans.remove(db, s.id()));
        messages.forget(db, parcel.id(), stage);
        again(db, parcel);
    }

    /** Works a parcel's way out from the reports that are left. */
    private void again(JdbcClient db, ParcelRow parcel) {
        Journey journey = Journey.of(scans.ofParcel(db, parcel.id()).stream()
                .filter(s -> s.stage() != null)
                .map(ScanStore.ScanRow::report)
                .toList());
        Set<String> left =
                journey.reached().stream().map(StageReached::key).collect(Collectors.toCollection(HashSet::new));
        reached.keys(db, List.of(parcel.id())).getOrDefault(parcel.id(), Set.of()).stream()
                .filter(k -> !left.contains(k))
                .forEach(k -> reached.remove(db, parcel.id(), k));
        Instant since = journey.reached().isEmpty()
                ? parcel.createdAt()
                : journey.reached().get(journey.reached().size() - 1).at();
        parcels.stage(db, parcel.id(), journey.stage(), since);
        standing(db, parcel.orderId());
    }

    /** Brings the order's stage in line with its parcels. */
    private OrderRow standing(JdbcClient db, long orderId) {
        return standing(db, orders.get(db, orderId), parcels.of(db, orderId));
    }

    private OrderRow standing(JdbcClient db, OrderRow order, List<ParcelRow> all) {
        String stage = OpenOrder.stage(order, all);
        if (stage.equals(order.stage())) return order;
        orders.stage(db, order.id(), stage, order.ended());
        return order.at(stage);
    }
}
