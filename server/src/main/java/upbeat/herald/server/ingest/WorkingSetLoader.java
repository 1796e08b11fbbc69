package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Report;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.RunningHistory;
import upbeat.herald.server.message.SituationLoader;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** Opens the parcels a transaction works on and writes down what became of them. */
@Component
class WorkingSetLoader {
    private final ParcelRepository loadById;
    private final OrderRepository orders;
    private final ScanRepository scans;
    private final StageVisitRepository visits;
    private final ReturnRepository returns;
    private final CarrierPollRepository watches;
    private final SituationLoader situations;
    private final MessagePlanner plan;

    WorkingSetLoader(
            ParcelRepository parcels,
            OrderRepository orders,
            ScanRepository scans,
            StageVisitRepository visits,
            ReturnRepository returns,
            CarrierPollRepository watches,
            SituationLoader situations,
            MessagePlanner plan) {
        this.loadById = parcels;
        this.orders = orders;
        this.scans = scans;
        this.visits = visits;
        this.returns = returns;
        this.watches = watches;
        this.situations = situations;
        this.plan = plan;
    }

    /** The parcels with these numbers, as far as there are any, and every scan of the numbers. */
    WorkingSet loadByNumber(JdbcClient db, Set<ParcelRepository.Number> numbers) {
        Map<ParcelRepository.Number, Long> ids = loadById.findIds(db, numbers);
        Map<ParcelRepository.Number, ReturnRepository.Ref> labels = returns.findByNumbers(db, numbers);
        WorkingSet open = new WorkingSet(numbers, ids, labels, scans.findKnown(db, numbers));
        Set<Long> parcels = new HashSet<>(ids.values());
        labels.values().stream()
                .map(ReturnRepository.Ref::parcelId)
                .filter(Objects::nonNull)
                .forEach(parcels::add);
        load(db, open, parcels);
        return open;
    }

    WorkingSet loadById(JdbcClient db, Set<Long> ids) {
        WorkingSet open = new WorkingSet(Set.of(), Map.of(), Map.of(), new HashSet<>());
        load(db, open, ids);
        return open;
    }

    private void load(JdbcClient db, WorkingSet open, Set<Long> ids) {
        if (ids.isEmpty()) return;
        Map<Long, List<ParcelRow>> besides =
                loadById.findSiblings(db, ids).stream().collect(Collectors.groupingBy(ParcelRow::orderId));
        addOrders(db, open, orders.get(db, besides.keySet()), besides);
        Map<Long, List<Report>> reports = scans.findReports(db, ids);
        Map<Long, Set<String>> told = visits.findKeys(db, ids);
        for (List<ParcelRow> siblings : besides.values()) {
            for (ParcelRow row : siblings) {
                if (!ids.contains(row.id())) continue;
                WorkingParcel parcel = new WorkingParcel(row, Objects.requireNonNull(open.orders.get(row.orderId())));
                parcel.reports.addAll(reports.getOrDefault(row.id(), List.of()));
                parcel.announced.addAll(told.getOrDefault(row.id(), Set.of()));
                open.byId.put(row.id(), parcel);
            }
        }
    }

    /** Orders that are worked on besides those of the parcels. @param parcels of each, by its id */
    void addOrders(JdbcClient db, WorkingSet open, Collection<OrderRow> rows, Map<Long, List<ParcelRow>> parcels) {
        Map<Long, RunningHistory> histories = situations.loadRunningHistory(db, rows);
        for (OrderRow row : rows)
            open.orders.put(
                    row.id(),
                    new WorkingOrder(
                            row,
                            parcels.getOrDefault(row.id(), List.of()),
                            Objects.requireNonNull(histories.get(row.id()))));
    }

    /** Writes everything down. @return how many messages were planned */
    int save(JdbcClient db, WorkingSet open, Instant now) {
        orders.insert(db, open.newOrders.stream().map(WorkingOrder::row).toList(), now);
        loadById.insert(
                db,
                open.newParcels.stream()
                        .map(p -> new ParcelRepository.NewParcel(
                                p.row(), p.movedAt() == null ? p.row().createdAt() : p.movedAt()))
                        .toList());
        scans.insert(db, open.newScans(scans.maxId(db)));
        scans.markLate(db, open.turnedLate());
        open.returnScans.forEach(s -> returns.recordScan(db, s.id(), s.at(), s.hasArrived()));
        visits.insert(db, open.visits, now);
        loadById.updateTouched(db, open.touches());
        watches.endFinished(db, open.finishedParcels(), now);
        Set<WorkingOrder> written = Set.copyOf(open.newOrders);
        orders.updateStages(
                db,
                open.orders.values().stream()
                        .filter(o -> o.isMoved() && !written.contains(o))
                        .map(WorkingOrder::row)
                        .toList());
        return plan.save(db, open.messages);
    }
}
