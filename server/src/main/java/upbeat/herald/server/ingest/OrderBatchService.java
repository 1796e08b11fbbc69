package upbeat.herald.server.ingest;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.SearchIndexRepository;
import upbeat.herald.server.order.StageVisitRepository;

/**
 * Takes many new orders, new parcels and marked stages in with a few statements: read together, worked out in memory by
 * the rules that {@link OrderIngestService}, {@link ParcelIngestService} and {@link StageMarkService} have for one, and
 * written together. Works inside the caller's transaction.
 */
@Component
public class OrderBatchService {
    private final WorkingSetLoader loader;
    private final ReportIngestService reports;
    private final MessagePlanner plan;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final StageVisitRepository visits;
    private final SearchIndexRepository search;
    private final CarrierPollStart polls;

    OrderBatchService(
            WorkingSetLoader loader,
            ReportIngestService reports,
            MessagePlanner plan,
            OrderRepository orders,
            ParcelRepository parcels,
            StageVisitRepository visits,
            SearchIndexRepository search,
            CarrierPollStart polls) {
        this.loader = loader;
        this.reports = reports;
        this.plan = plan;
        this.orders = orders;
        this.parcels = parcels;
        this.visits = visits;
        this.search = search;
        this.polls = polls;
    }

    /**
     * One order's part. The caller has seen to it that no order and no number comes twice, that {@code parcel} is known
     * nowhere and no scan waits for it, and that a known order stays as it is.
     *
     * @param known the order as it is kept, or null where it is new
     * @param parcel a new one, or null
     * @param marked a known parcel that {@code stage} is said of, or null for the new one
     * @param stage that a parcel reached besides packed, or null
     */
    public record Entry(
            @Nullable OrderRow known,
            Order order,
            @Nullable Parcel parcel,
            @Nullable ParcelRow marked,
            @Nullable Stage stage) {}

    /** @param messages how many were planned; {@code isMarked} true where the stage was news */
    public record Result(int messages, boolean isMarked) {}

    /** @return what became of each, in the same order */
    public List<Result> ingest(JdbcClient db, List<Entry> entries, String source, Instant now) {
        WorkingSet open = loader.loadByNumber(db, numbersOf(entries));
        List<WorkingOrder> working = openOrders(db, open, entries, source, now);
        List<Notice> notices = plan.findNotices(db);
        List<WorkingOrder> fresh = List.copyOf(open.newOrders);
        for (WorkingOrder order : fresh) planOrdered(open, order, notices, now);
        List<Boolean> isMarked = new ArrayList<>();
        long parcelId = parcels.maxId(db);
        for (int i = 0; i < entries.size(); i++) {
            Entry entry = entries.get(i);
            WorkingParcel parcel =
                    entry.marked() == null ? null : open.byId.get(entry.marked().id());
            if (entry.parcel() != null) {
                parcel = addParcel(open, working.get(i), entry.parcel(), ++parcelId, source, now);
                reports.markStage(open, parcel, notices, Stage.PACKED, now, source, now);
            }
            isMarked.add(entry.stage() != null
                    && parcel != null
                    && reports.markStage(open, parcel, notices, entry.stage(), now, source, now));
        }
        Map<Long, Integer> planned = countPlanned(open);
        loader.save(db, open, now);
        visits.insert(db, fresh.stream().map(OrderBatchService::orderedVisit).toList(), now);
        search.index(db, changedWords(open));
        for (WorkingParcel p : open.newParcels)
            polls.start(
                    db, p.row(), p.row().parcel().carrier(), p.row().parcel().trackingNumber(), now);
        List<Result> results = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++)
            results.add(new Result(planned.getOrDefault(working.get(i).row().id(), 0), isMarked.get(i)));
        return results;
    }

    private static Set<ParcelRepository.Number> numbersOf(List<Entry> entries) {
        Set<ParcelRepository.Number> numbers = new HashSet<>();
        for (Entry e : entries) {
            if (e.parcel() != null)
                numbers.add(ParcelRepository.Number.of(
                        e.parcel().carrier(), e.parcel().trackingNumber()));
            if (e.marked() != null)
                numbers.add(ParcelRepository.Number.of(
                        e.marked().parcel().carrier(), e.marked().parcel().trackingNumber()));
        }
        return numbers;
    }

    /** The order of each entry, known or new. */
    private List<WorkingOrder> openOrders(
            JdbcClient db, WorkingSet open, List<Entry> entries, String source, Instant now) {
        List<OrderRow> toOpen = new ArrayList<>();
        List<Long> ids = new ArrayList<>();
        long lastId = orders.maxId(db);
        Set<Long> fresh = new HashSet<>();
        for (Entry e : entries) {
            OrderRow row = e.known() != null
                    ? e.known()
                    : new OrderRow(
                            ++lastId,
                            e.order(),
                            Stage.ORDERED.code(),
                            null,
                            source,
                            now.truncatedTo(ChronoUnit.MILLIS),
                            false,
                            null,
                            null);
            ids.add(row.id());
            if (e.known() == null) fresh.add(row.id());
            if (!open.orders.containsKey(row.id())) toOpen.add(row);
        }
        List<Long> known = toOpen.stream()
                .map(OrderRow::id)
                .filter(id -> !fresh.contains(id))
                .toList();
        loader.addOrders(db, open, toOpen, known.isEmpty() ? Map.of() : parcels.findByOrders(db, known));
        List<WorkingOrder> working = ids.stream()
                .map(id -> Objects.requireNonNull(open.orders.get(id)))
                .toList();
        working.stream().filter(w -> fresh.contains(w.row().id())).forEach(open.newOrders::add);
        return working;
    }

    private void planOrdered(WorkingSet open, WorkingOrder order, List<Notice> notices, Instant now) {
        Instant placed = order.row().order().placedAt();
        open.messages.addAll(plan.decide(
                notices,
                order.row(),
                null,
                List.of(),
                order.history(),
                List.of(new Moment(Stage.ORDERED, StageVisit.ONCE, placed, null)),
                now,
                false));
    }

    private static StageVisitRepository.Visit orderedVisit(WorkingOrder order) {
        Instant placed = order.row().order().placedAt();
        return new StageVisitRepository.Visit(
                order.row().id(), null, new StageVisit(Stage.ORDERED, StageVisit.ONCE, placed, false));
    }

    private static WorkingParcel addParcel(
            WorkingSet open, WorkingOrder order, Parcel given, long id, String source, Instant now) {
        Parcel parcel = new Parcel(given.carrier(), TrackingNumber.readable(given.trackingNumber()), given.items());
        ParcelRow row = new ParcelRow(
                id, order.row().id(), parcel, Stage.ORDERED, source, now.truncatedTo(ChronoUnit.MILLIS), null);
        order.putParcel(row);
        WorkingParcel working = new WorkingParcel(row, order);
        open.byId.put(id, working);
        open.newParcels.add(working);
        return working;
    }

    private static Map<Long, Integer> countPlanned(WorkingSet open) {
        return open.messages.stream()
                .filter(m -> m.status() == MessageStatus.PLANNED)
                .map(MessageRepository.NewMessage::origin)
                .collect(Collectors.toMap(o -> o.orderId(), o -> 1, Integer::sum, HashMap::new));
    }

    private static Map<Long, Order> changedWords(WorkingSet open) {
        Map<Long, Order> changed = new LinkedHashMap<>();
        open.newOrders.forEach(o -> changed.put(o.row().id(), o.row().order()));
        open.newParcels.forEach(
                p -> changed.put(p.order.row().id(), p.order.row().order()));
        return changed;
    }
}
