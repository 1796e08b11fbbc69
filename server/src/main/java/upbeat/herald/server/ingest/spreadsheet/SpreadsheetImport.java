package upbeat.herald.server.ingest.spreadsheet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.ingest.StageMarkService;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRow;

/** Takes the rows of a sheet, order by order: one that is refused leaves nothing behind and keeps no other out. */
@Component
class SpreadsheetImport {
    static final String SOURCE = "spreadsheet";
    private final OrderIngestService orderIngest;
    private final OrderRepository orders;
    private final AnswerRepository answers;
    private final CarrierRepository carriers;
    private final SheetParcelReader parcelReader;
    private final SheetBatch batch;
    private final ParcelIngestService parcelIngest;
    private final StageMarkService marks;

    SpreadsheetImport(
            OrderIngestService orderIngest,
            OrderRepository orders,
            AnswerRepository answers,
            CarrierRepository carriers,
            SheetParcelReader parcelReader,
            SheetBatch batch,
            ParcelIngestService parcelIngest,
            StageMarkService marks) {
        this.orderIngest = orderIngest;
        this.orders = orders;
        this.answers = answers;
        this.carriers = carriers;
        this.parcelReader = parcelReader;
        this.batch = batch;
        this.parcelIngest = parcelIngest;
        this.marks = marks;
    }

    /** @param only rows whose cell at {@code onlyAt} is this are taken, others left out; null for all */
    record Job(String shop, String kind, @Nullable String only, int onlyAt, StatusWords statuses) {}

    /**
     * @param outcome {@code new}, {@code changed}, {@code unchanged}, {@code left out} or {@code refused}; {@code what}
     *     is done, in words; {@code reason} of a refusal
     */
    record RowOutcome(
            long line,
            @Nullable String order,
            @Nullable String name,
            String outcome,
            List<String> what,
            @Nullable String reason,
            int messages) {
        RowOutcome withoutName() {
            return new RowOutcome(line, order, null, outcome, what, reason, messages);
        }
    }

    /** @param groups rows of one order together */
    List<RowOutcome> importAll(JdbcClient db, Job job, List<List<SheetRow>> groups, Instant now) {
        List<Carrier> known = carriers.findAll(db);
        List<RowOutcome> outcomes = new ArrayList<>();
        List<List<SheetRow>> taken = new ArrayList<>();
        for (List<SheetRow> group : groups) {
            List<SheetRow> wanted = new ArrayList<>();
            for (SheetRow row : group) {
                boolean out = job.only() != null
                        && (job.onlyAt() >= row.cells().size()
                                || !job.only()
                                        .strip()
                                        .equalsIgnoreCase(
                                                row.cells().get(job.onlyAt()).strip()));
                if (out)
                    outcomes.add(new RowOutcome(
                            row.line(),
                            Texts.orEmpty(row.get(SheetColumn.ORDER)),
                            row.get(SheetColumn.NAME),
                            "left out",
                            List.of(),
                            null,
                            0));
                else wanted.add(row);
            }
            if (!wanted.isEmpty()) taken.add(wanted);
        }
        // What is plainly new goes together; the rest one by one, after it.
        for (List<SheetRow> group : batch.importPlain(db, job, taken, known, now, outcomes))
            order(db, job, group, known, now, outcomes);
        return outcomes;
    }

    /** One order's rows. Everything that can be refused is looked at before anything is written. */
    private void order(
            JdbcClient db, Job job, List<SheetRow> rows, List<Carrier> known, Instant now, List<RowOutcome> outcomes) {
        List<SheetRow> good = new ArrayList<>();
        boolean itemLost = false;
        for (SheetRow row : rows) {
            try {
                if (row.fault() != null) throw new HeraldException("line", row.fault());
                SheetOrderReader.readItem(row);
                good.add(row);
            } catch (HeraldException e) {
                outcomes.add(refused(row, e.getMessage()));
                itemLost = true;
            }
        }
        if (itemLost
                && rows.size() > 1
                && good.stream().anyMatch(r -> r.get(SheetColumn.SKU) != null || r.get(SheetColumn.ITEM) != null)) {
            good.forEach(r -> outcomes.add(
                    refused(r, "Another row of this order was refused, so the order would be incomplete")));
            return;
        }
        List<Order.Item> items = good.stream()
                .map(SheetOrderReader::readItem)
                .filter(java.util.Objects::nonNull)
                .toList();
        for (int i = 0; i < good.size(); i++) {
            SheetRow row = good.get(i);
            try {
                outcomes.add(one(db, job, row, i == 0 ? items : List.of(), known, now));
            } catch (HeraldException e) {
                outcomes.add(refused(row, e.getMessage()));
            }
        }
    }

    private static RowOutcome refused(SheetRow row, @Nullable String reason) {
        return new RowOutcome(
                row.line(), row.get(SheetColumn.ORDER), row.get(SheetColumn.NAME), "refused", List.of(), reason, 0);
    }

    private RowOutcome one(
            JdbcClient db, Job job, SheetRow row, List<Order.Item> items, List<Carrier> known, Instant now) {
        String number = row.get(SheetColumn.ORDER);
        Optional<OrderRow> before = number == null ? Optional.empty() : orders.find(db, job.shop(), number);
        if (number == null && job.kind().equals("stages") && row.get(SheetColumn.TRACKING) != null)
            before = parcelReader.findOrder(db, row);
        else if (number == null) throw new HeraldException("order", "The order number is missing");
        else if (number.length() > 80)
            throw new HeraldException("order", "The order number is longer than 80 characters");
        if (before.isEmpty() && !job.kind().equals("orders"))
            throw new HeraldException(
                    "order", "There is no order " + number + " in shop " + job.shop() + ". Import the orders first");
        Order order = job.kind().equals("orders")
                ? SheetOrderReader.readOrder(
                        job.shop(), row, items, before.map(OrderRow::order).orElse(null), now)
                : before.get().order();
        Parcel parcel = job.kind().equals("stages") ? null : parcelReader.readParcel(db, row, known, before);
        Stage stage = job.statuses().read(row);
        if (job.kind().equals("tracking") && parcel == null)
            throw new HeraldException("trackingNumber", "The tracking number is missing");
        if (job.kind().equals("stages") && stage == null) throw new HeraldException("status", "The status is missing");
        Stage ofParcel = stage != null && !stage.isOrderStage() ? stage : null;
        if (ofParcel != null
                && ofParcel.isGoingOut()
                && before.isPresent()
                && before.get().ended() == null
                && !answers.findRefused(db, List.of(before.get().id())).isEmpty())
            throw new HeraldException(
                    "status",
                    "The customer asked to cancel this order. If you're sending it anyway, mark it as "
                            + ofParcel.label() + " in Orders");
        ParcelRow onto = ofParcel != null && parcel == null ? parcelReader.findMarked(db, row, ofParcel, before) : null;
        List<String> what = new ArrayList<>();
        Ingested<OrderRow> taken = orderIngest.ingestOrder(db, order, SOURCE, now);
        int messages = taken.messages();
        if (taken.change() == Ingested.Change.NEW) what.add("new order");
        if (taken.change() == Ingested.Change.CHANGED) what.add("order data changed");
        if (parcel != null) {
            Ingested<ParcelRow> put = parcelIngest.ingestParcel(db, taken.row(), parcel, SOURCE, now);
            if (put.change() == Ingested.Change.NEW) {
                what.add("tracking number " + parcel.trackingNumber());
                SheetParcelReader.findDoubt(parcel, known).ifPresent(what::add);
            }
            messages += put.messages();
            onto = put.row();
        }
        if (ofParcel != null && onto != null) {
            Ingested<ParcelRow> marked = marks.mark(db, onto, ofParcel, now, SOURCE, now);
            if (marked.change() == Ingested.Change.CHANGED) what.add("marked as " + ofParcel.label());
            messages += marked.messages();
        } else if (stage == Stage.CANCELLED || stage == Stage.REFUNDED) {
            Ingested<OrderRow> ended =
                    orderIngest.endOrder(db, orders.get(db, taken.row().id()), stage, now);
            if (ended.change() == Ingested.Change.CHANGED) what.add(stage.label());
            messages += ended.messages();
        }
        String outcome = taken.change() == Ingested.Change.NEW ? "new" : what.isEmpty() ? "unchanged" : "changed";
        return new RowOutcome(
                row.line(),
                order.number(),
                order.customer() == null ? null : order.customer().name(),
                outcome,
                what,
                null,
                messages);
    }
}
