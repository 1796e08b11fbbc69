package upbeat.herald.server.intake;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Report;
import upbeat.herald.server.carriers.CarrierWatchStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;
import upbeat.herald.server.orders.ScanStore;
import upbeat.herald.server.plan.CaseBook;
import upbeat.herald.server.plan.OpenHistory;
import upbeat.herald.server.plan.PlanMessages;

/** Opens the parcels a transaction works on and writes down what became of them. */
@Component
class OpenBook {
    private final ParcelStore parcels;
    private final OrderStore orders;
    private final ScanStore scans;
    private final ReachedStore reached;
    private final CarrierWatchStore watches;
    private final CaseBook cases;
    private final PlanMessages plan;

    OpenBook(
            ParcelStore parcels,
            OrderStore orders,
            ScanStore scans,
            ReachedStore reached,
            CarrierWatchStore watches,
            CaseBook cases,
            PlanMessages plan) {
        this.parcels = parcels;
        this.orders = orders;
        this.scans = scans;
        this.reached = reached;
        this.watches = watches;
        this.cases = cases;
        this.plan = plan;
    }

    /** The parcels with these numbers, as far as there are any, and every scan of the numbers. */
    OpenParcels numbers(JdbcClient db, Set<ParcelStore.Number> numbers) {
        Map<ParcelStore.Number, Long> ids = parcels.ids(db, numbers);
        OpenParcels open = new OpenParcels(numbers, ids, scans.known(db, numbers));
        load(db, open, new HashSet<>(ids.values()));
        return open;
    }

    OpenParcels parcels(JdbcClient db, Set<Long> ids) {
        OpenParcels open = new OpenParcels(Set.of(), Map.of(), new HashSet<>());
        load(db, open, ids);
        return open;
    }

    private void load(JdbcClient db, OpenParcels open, Set<Long> ids) {
        if (ids.isEmpty()) return;
        Map<Long, List<ParcelRow>> besides =
                parcels.besides(db, ids).stream().collect(Collectors.groupingBy(ParcelRow::orderId));
        Map<Long, OpenHistory> histories = cases.open(db, besides.keySet());
        for (OrderRow row : orders.get(db, besides.keySet()))
            open.orders.put(row.id(), new OpenOrder(row, besides.get(row.id()), histories.get(row.id())));
        Map<Long, List<Report>> reports = scans.reports(db, ids);
        Map<Long, Set<String>> told = reached.keys(db, ids);
        for (List<ParcelRow> rows : besides.values()) {
            for (ParcelRow row : rows) {
                if (!ids.contains(row.id())) continue;
                OpenParcel parcel = new OpenParcel(row, open.orders.get(row.orderId()));
                parcel.reports.addAll(reports.getOrDefault(row.id(), List.of()));
                parcel.told.addAll(told.getOrDefault(row.id(), Set.of()));
                open.byId.put(row.id(), parcel);
            }
        }
    }

    /** Writes everything down. @return how many messages were planned */
    int close(JdbcClient db, OpenParcels open, Instant now) {
        scans.insert(db, open.newScans(scans.lastId(db)));
        scans.late(db, open.turnedLate());
        reached.insert(db, open.visits, now);
        parcels.touch(db, open.touches());
        watches.arrived(db, open.arrived(), now);
        orders.stages(
                db,
                open.orders.values().stream()
                        .filter(OpenOrder::moved)
                        .map(OpenOrder::row)
                        .toList());
        return plan.keep(db, open.messages);
    }
}
