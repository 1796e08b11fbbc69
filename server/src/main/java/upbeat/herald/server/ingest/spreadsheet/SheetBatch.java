package upbeat.herald.server.ingest.spreadsheet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.ingest.OrderBatchService;
import upbeat.herald.server.ingest.spreadsheet.SpreadsheetImport.Job;
import upbeat.herald.server.ingest.spreadsheet.SpreadsheetImport.RowOutcome;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;

/**
 * The plain rows of a sheet, which are nearly all of them: new orders, new tracking numbers on known orders, stages of
 * an order's only parcel, and what is known already. They are looked up together and written together. Whatever is less
 * plain, or wrong, is left to {@link SpreadsheetImport}, which takes it order by order and says what is wrong.
 */
@Component
class SheetBatch {
    private final OrderBatchService intake;
    private final OrderRepository orders;
    private final AnswerRepository answers;
    private final ParcelRepository parcels;
    private final ScanRepository scans;
    private final SheetParcelReader parcelReader;

    SheetBatch(
            OrderBatchService intake,
            OrderRepository orders,
            AnswerRepository answers,
            ParcelRepository parcels,
            ScanRepository scans,
            SheetParcelReader parcelReader) {
        this.intake = intake;
        this.orders = orders;
        this.answers = answers;
        this.parcels = parcels;
        this.scans = scans;
        this.parcelReader = parcelReader;
    }

    /** One order's rows, ready to be taken. */
    private record Plain(List<SheetRow> rows, OrderBatchService.Entry entry) {}

    /**
     * @param outcomes get those of the rows that were taken
     * @return the groups that are left
     */
    List<List<SheetRow>> importPlain(
            JdbcClient db,
            Job job,
            List<List<SheetRow>> groups,
            List<Carrier> carriers,
            Instant now,
            List<RowOutcome> outcomes) {
        Known known = lookUp(db, job, groups);
        List<Plain> plain = new ArrayList<>();
        List<List<SheetRow>> left = new ArrayList<>();
        for (List<SheetRow> group : groups)
            findPlain(db, job, group, carriers, known, now).ifPresentOrElse(plain::add, () -> left.add(group));
        List<OrderBatchService.Result> results =
                intake.ingest(db, plain.stream().map(Plain::entry).toList(), SpreadsheetImport.SOURCE, now);
        for (int i = 0; i < plain.size(); i++) describe(plain.get(i), results.get(i), carriers, outcomes);
        return left;
    }

    /**
     * What is known of the rows' orders and numbers.
     *
     * @param byNumber orders, {@code parcelsOf} theirs by the order's id
     * @param ids of the parcels with one of the numbers, whatever carrier's
     * @param refused ids of orders whose customer asked to cancel
     * @param unclear numbers that are named more than once, or that scans wait for
     */
    private record Known(
            Map<String, OrderRow> byNumber,
            Map<Long, List<ParcelRow>> parcelsOf,
            Map<ParcelRepository.Number, Long> ids,
            Set<Long> refused,
            Set<String> unclear) {}

    private Known lookUp(JdbcClient db, Job job, List<List<SheetRow>> groups) {
        Set<String> numbers = new HashSet<>();
        Map<String, Integer> named = new HashMap<>();
        for (List<SheetRow> group : groups) {
            SheetRow first = group.get(0);
            if (first.get(SheetColumn.ORDER) != null) numbers.add(first.get(SheetColumn.ORDER));
            group.stream()
                    .map(r -> r.get(SheetColumn.TRACKING))
                    .filter(Objects::nonNull)
                    .map(TrackingNumber::compact)
                    .distinct()
                    .forEach(n -> named.merge(n, 1, Integer::sum));
        }
        Map<String, OrderRow> byNumber = orders.find(db, job.shop(), numbers);
        Set<String> unclear = named.isEmpty() ? new HashSet<>() : new HashSet<>(scans.findWaiting(db, named.keySet()));
        named.forEach((number, times) -> {
            if (times > 1) unclear.add(number);
        });
        List<Long> known = byNumber.values().stream().map(OrderRow::id).toList();
        return new Known(
                byNumber,
                known.isEmpty() ? Map.of() : parcels.findByOrders(db, known),
                named.isEmpty() ? Map.of() : parcels.findIdsByCompact(db, named.keySet()),
                known.isEmpty() ? Set.of() : answers.findRefused(db, known),
                unclear);
    }

    private Optional<Plain> findPlain(
            JdbcClient db, Job job, List<SheetRow> rows, List<Carrier> carriers, Known known, Instant now) {
        try {
            if (rows.stream().anyMatch(r -> r.fault() != null)) return Optional.empty();
            return Optional.ofNullable(readEntry(db, job, rows, carriers, known, now))
                    .map(entry -> new Plain(rows, entry));
        } catch (HeraldException e) {
            return Optional.empty(); // refused, with its reason, when it is looked at alone
        }
    }

    /** @return null where the rows are not plain */
    private OrderBatchService.@Nullable Entry readEntry(
            JdbcClient db, Job job, List<SheetRow> rows, List<Carrier> carriers, Known known, Instant now) {
        SheetRow first = rows.get(0);
        String number = first.get(SheetColumn.ORDER);
        if (number == null || number.length() > 80) return null;
        OrderRow before = known.byNumber().get(number);
        boolean ofOrders = job.kind().equals("orders");
        if (before == null && !ofOrders || before != null && (before.isErased() || before.ended() != null)) return null;
        List<Order.Item> items = rows.stream()
                .map(SheetOrderReader::readItem)
                .filter(Objects::nonNull)
                .toList();
        Order order = !ofOrders
                ? Objects.requireNonNull(before).order()
                : SheetOrderReader.readOrder(job.shop(), first, items, before == null ? null : before.order(), now);
        if (before != null && !before.order().equals(order)) return null;
        if (!rows.stream().skip(1).allMatch(r -> isMoreOf(r, first, job, order, now))) return null;

        Parcel parcel = job.kind().equals("stages") ? null : parcelReader.readParcel(db, first, carriers);
        Stage stage = job.statuses().read(first);
        if (job.kind().equals("tracking") && parcel == null || job.kind().equals("stages") && stage == null)
            return null;
        if (stage == Stage.CANCELLED || stage == Stage.REFUNDED) return null;
        if (parcel != null && known.unclear().contains(TrackingNumber.compact(parcel.trackingNumber()))) return null;

        List<ParcelRow> its = before == null ? List.of() : known.parcelsOf().getOrDefault(before.id(), List.of());
        ParcelRow onto = null;
        if (parcel != null) {
            Long id = known.ids().get(ParcelRepository.Number.of(parcel.carrier(), parcel.trackingNumber()));
            if (id != null) {
                onto = its.stream().filter(p -> p.id() == id).findFirst().orElse(null);
                if (onto == null) return null; // another order's
                parcel = null;
            }
        }
        Stage marked = stage == null || stage.isOrderStage() ? null : stage;
        if (marked != null && before != null && known.refused().contains(before.id())) return null;
        if (marked != null && parcel == null && onto == null) {
            if (its.size() != 1 || first.get(SheetColumn.TRACKING) != null) return null;
            onto = its.get(0);
        }
        return new OrderBatchService.Entry(before, order, parcel, marked == null ? null : onto, marked);
    }

    /** True where a further row of an order adds nothing but an item. */
    private static boolean isMoreOf(SheetRow row, SheetRow first, Job job, Order order, Instant now) {
        boolean isSameParcel = row.get(SheetColumn.TRACKING) == null
                || Objects.equals(row.get(SheetColumn.TRACKING), first.get(SheetColumn.TRACKING))
                        && Objects.equals(row.get(SheetColumn.CARRIER), first.get(SheetColumn.CARRIER));
        boolean isSameStage = Objects.equals(row.get(SheetColumn.STATUS), first.get(SheetColumn.STATUS));
        return job.kind().equals("orders")
                && isSameParcel
                && isSameStage
                && SheetOrderReader.readOrder(job.shop(), row, List.of(), order, now)
                        .equals(order);
    }

    private static void describe(
            Plain plain, OrderBatchService.Result result, List<Carrier> carriers, List<RowOutcome> outcomes) {
        OrderBatchService.Entry entry = plain.entry();
        List<String> what = new ArrayList<>();
        if (entry.known() == null) what.add("new order");
        if (entry.parcel() != null) {
            what.add("tracking number " + entry.parcel().trackingNumber());
            SheetParcelReader.findDoubt(entry.parcel(), carriers).ifPresent(what::add);
        }
        if (result.isMarked() && entry.stage() != null)
            what.add("marked as " + entry.stage().label());
        String outcome = entry.known() == null ? "new" : what.isEmpty() ? "unchanged" : "changed";
        for (int i = 0; i < plain.rows().size(); i++) {
            boolean isFirst = i == 0;
            outcomes.add(new RowOutcome(
                    plain.rows().get(i).line(),
                    entry.order().number(),
                    entry.order().customer() == null
                            ? null
                            : entry.order().customer().name(),
                    isFirst ? outcome : "unchanged",
                    isFirst ? what : List.of(),
                    null,
                    isFirst ? result.messages() : 0));
        }
    }
}
