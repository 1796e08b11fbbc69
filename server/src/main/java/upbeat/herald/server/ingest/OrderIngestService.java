package upbeat.herald.server.ingest;

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
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.timing.CustomerZone;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.SearchIndexRepository;
import upbeat.herald.server.order.StageVisitRepository;

/**
 * Takes facts in: an order, a parcel, a scan, a stage somebody marked. Each method works inside the caller's
 * transaction, so that a fact, the stages it leads to and the messages these call for are kept together or not at all.
 */
@Component
public class OrderIngestService {
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final ScanRepository scans;
    private final StageVisitRepository visits;
    private final CarrierRepository carriers;
    private final ReportIngestService reports;
    private final CarrierPollRepository watches;
    private final MessageRepository messages;
    private final SearchIndexRepository search;
    private final MessagePlanner plan;

    OrderIngestService(
            OrderRepository orders,
            ParcelRepository parcels,
            ScanRepository scans,
            StageVisitRepository visits,
            CarrierRepository carriers,
            ReportIngestService reports,
            CarrierPollRepository watches,
            MessageRepository messages,
            SearchIndexRepository search,
            MessagePlanner plan) {
        this.orders = orders;
        this.parcels = parcels;
        this.scans = scans;
        this.visits = visits;
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
    public record Ingested<T>(T row, Change change, int messages) {}

    public Ingested<OrderRow> ingestOrder(JdbcClient db, Order order, String source, Instant now) {
        Optional<OrderRow> known = orders.find(db, order.shop(), order.number());
        if (known.isEmpty()) {
            OrderRow row = orders.insert(db, order, source, now);
            order.tags().forEach(t -> orders.addTag(db, row.id(), t, source, now));
            search.index(db, row.id(), order, List.of());
            return new Ingested<>(row, Change.NEW, orderReaches(db, row, Stage.ORDERED, order.placedAt(), now));
        }
        OrderRow before = known.get();
        if (before.order().equals(order)) return new Ingested<>(before, Change.UNCHANGED, 0);
        orders.update(db, before.id(), order, now);
        order.tags().forEach(t -> orders.addTag(db, before.id(), t, source, now));
        search.index(db, before.id(), order);
        OrderRow row = standing(db, before.id());
        boolean reachable = !Objects.equals(before.order().customer(), order.customer())
                || !Objects.equals(before.order().consent(), order.consent());
        return new Ingested<>(row, Change.CHANGED, reachable ? plan.replan(db, row, now) : 0);
    }

    /** Ends an order as cancelled or refunded; a second time changes nothing. */
    public Ingested<OrderRow> endOrder(JdbcClient db, OrderRow order, Stage ended, Instant now) {
        if (order.ended() == ended) return new Ingested<>(order, Change.UNCHANGED, 0);
        orders.updateStage(db, order.id(), ended.code(), ended);
        OrderRow row = orders.get(db, order.id());
        return new Ingested<>(row, Change.CHANGED, orderReaches(db, row, ended, now, now));
    }

    private int orderReaches(JdbcClient db, OrderRow row, Stage stage, Instant at, Instant now) {
        StageVisit visit = new StageVisit(stage, StageVisit.ONCE, at, false);
        if (visits.insert(db, List.of(new StageVisitRepository.Visit(row.id(), null, visit)), now) == 0) return 0;
        return plan.planForMoment(db, row, null, new Moment(stage, visit.occasion(), at, null), now);
    }

    /** Puts a parcel on an order; the label is made by then. Scans that came before are read now. */
    public Ingested<ParcelRow> ingestParcel(JdbcClient db, OrderRow order, Parcel parcel, String source, Instant now) {
        Optional<ParcelRow> known = parcels.findAny(db, parcel.carrier(), parcel.trackingNumber());
        if (known.isPresent() && known.get().orderId() != order.id()) {
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + parcel.trackingNumber() + " is already on order "
                            + orders.get(db, known.get().orderId()).order().number());
        }
        if (known.isPresent()) {
            if (parcel.items().isEmpty()
                    || parcel.items().equals(known.get().parcel().items()))
                return new Ingested<>(known.get(), Change.UNCHANGED, 0);
            parcels.updateItems(db, known.get().id(), parcel.items());
            standing(db, order.id());
            return new Ingested<>(parcels.get(db, known.get().id()), Change.CHANGED, 0);
        }
        ParcelRow row = parcels.insert(db, order.id(), parcel, source, now);
        search.index(db, order.id(), order.order());
        int planned = markStage(db, row, Stage.PACKED, now, source, now).messages();
        planned += reports.ingestWaiting(
                db, row.id(), parcel.carrier(), Texts.compactNumber(parcel.trackingNumber()), now);
        watch(db, row, parcel.carrier(), parcel.trackingNumber(), now);
        return new Ingested<>(parcels.get(db, row.id()), Change.NEW, planned);
    }

    /**
     * The parcel goes on with another carrier under another number; it stays one parcel, and nothing is said of it
     * twice.
     */
    public Ingested<ParcelRow> addLeg(
            JdbcClient db, ParcelRow parcel, String carrier, String trackingNumber, Instant now) {
        Optional<ParcelRow> known = parcels.findAny(db, carrier, trackingNumber);
        if (known.isPresent() && known.get().id() == parcel.id()) return new Ingested<>(parcel, Change.UNCHANGED, 0);
        if (known.isPresent())
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + trackingNumber + " already belongs to a parcel of order "
                            + orders.get(db, known.get().orderId()).order().number());
        parcels.addLeg(db, parcel.id(), carrier, trackingNumber, now);
        search.index(db, parcel.orderId(), orders.get(db, parcel.orderId()).order());
        int planned = reports.ingestWaiting(db, parcel.id(), carrier, Texts.compactNumber(trackingNumber), now);
        watch(db, parcel, carrier, trackingNumber, now);
        return new Ingested<>(parcels.get(db, parcel.id()), Change.CHANGED, planned);
    }

    private void watch(JdbcClient db, ParcelRow row, String carrierKey, String trackingNumber, Instant now) {
        Carrier carrier = carriers.find(db, carrierKey).orElse(null);
        if (carrier != null
                && carrier.reporting().scans() == Carrier.ScansArrive.ASKED
                && carrier.reporting().ask() != null
                && !row.stage().isFinal()) watches.begin(db, row.id(), carrierKey, trackingNumber, now);
    }

    /** Puts another number on a parcel, as if the wrong one had never been there; what was sent stays sent. */
    public Ingested<ParcelRow> renumber(JdbcClient db, ParcelRow parcel, Parcel to, String source, Instant now) {
        OrderRow order = orders.get(db, parcel.orderId());
        if (parcels.findAny(db, to.carrier(), to.trackingNumber())
                .filter(p -> p.id() != parcel.id())
                .isPresent())
            throw new HeraldException(
                    "trackingNumber", "The number " + to.trackingNumber() + " already belongs to another parcel");
        removeParcel(db, parcel);
        return ingestParcel(
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
        messages.deletePlanned(db, parcel.id(), null);
        watches.remove(db, parcel.id());
        parcels.remove(db, parcel.id());
        OrderRow order = standing(db, parcel.orderId());
        search.index(db, order.id(), order.order());
    }

    /** A stage that somebody says a parcel reached. */
    public Ingested<ParcelRow> markStage(
            JdbcClient db, ParcelRow parcel, Stage stage, Instant at, String source, Instant now) {
        String day = at.atZone(CustomerZone.zoneOf(null)).toLocalDate().toString();
        return reports.markStage(db, parcel, stage, at, day, source, now)
                .map(planned -> new Ingested<>(parcels.get(db, parcel.id()), Change.CHANGED, planned))
                .orElse(new Ingested<>(parcel, Change.UNCHANGED, 0));
    }

    /** Takes back the last mark of a stage made by hand. @throws HeraldException where a message about it went out */
    public void unmarkStage(JdbcClient db, ParcelRow parcel, Stage stage, String source) {
        if (messages.existsSent(db, parcel.id(), stage))
            throw new HeraldException(
                    "stage",
                    "The customer was already told that parcel "
                            + parcel.parcel().trackingNumber() + " is " + stage.label() + ". This can't be undone");
        scans.findByParcel(db, parcel.id()).stream()
                .filter(s -> s.stage() == stage && s.source().equals(source))
                .reduce((a, b) -> b)
                .ifPresent(s -> scans.remove(db, s.id()));
        messages.deletePlanned(db, parcel.id(), stage);
        again(db, parcel);
    }

    /** Works a parcel's way out from the reports that are left. */
    private void again(JdbcClient db, ParcelRow parcel) {
        Journey journey = Journey.of(scans.findByParcel(db, parcel.id()).stream()
                .filter(s -> s.stage() != null)
                .map(ScanRepository.ScanRow::toReport)
                .toList());
        Set<String> left =
                journey.reached().stream().map(StageVisit::key).collect(Collectors.toCollection(HashSet::new));
        visits.findKeys(db, List.of(parcel.id())).getOrDefault(parcel.id(), Set.of()).stream()
                .filter(k -> !left.contains(k))
                .forEach(k -> visits.remove(db, parcel.id(), k));
        Instant since = journey.reached().isEmpty()
                ? parcel.createdAt()
                : journey.reached().get(journey.reached().size() - 1).at();
        parcels.updateStage(db, parcel.id(), journey.stage(), since);
        standing(db, parcel.orderId());
    }

    /** Brings the order's stage in line with its parcels. */
    private OrderRow standing(JdbcClient db, long orderId) {
        return standing(db, orders.get(db, orderId), parcels.findByOrder(db, orderId));
    }

    private OrderRow standing(JdbcClient db, OrderRow order, List<ParcelRow> all) {
        String stage = WorkingOrder.stageOf(order, all);
        if (stage.equals(order.stage())) return order;
        orders.updateStage(db, order.id(), stage, order.ended());
        return order.withStage(stage);
    }
}
