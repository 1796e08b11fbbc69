package upbeat.herald.server.orderview;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.exchange.SafeCell;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/**
 * Orders as a sheet, a line for each parcel, with the headings that loading a sheet understands. In XLSX every cell is
 * text, so none can be a formula.
 */
@Component
class OrderExport {
    private static final List<String> HEADINGS = List.of(
            "shop",
            "order number",
            "order date",
            "name",
            "e-mail",
            "phone",
            "country",
            "city",
            "region",
            "postcode",
            "street",
            "language",
            "payment",
            "total",
            "currency",
            "items",
            "carrier",
            "tracking number",
            "status",
            "tags");
    /** What the format holds (ECMA-376, as every program reads it). */
    private static final int MOST_SHEET_ROWS = 1_048_576;
    /** Rows are written out in parts, so that no sheet is held in memory. */
    private static final int FLUSHED = 1_000;

    private static final int TOGETHER = 500;
    private final OrderListRepository orderList;
    private final ParcelRepository parcels;

    OrderExport(OrderListRepository orderList, ParcelRepository parcels) {
        this.orderList = orderList;
        this.parcels = parcels;
    }

    private interface Line {
        void write(List<String> cells) throws IOException;
    }

    /** @param onOrders told of every few orders that were written */
    void write(JdbcClient db, OrderFilter filter, boolean csv, OutputStream out, Instant now, IntConsumer onOrders)
            throws IOException {
        if (csv) {
            Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
            text.write('\ufeff');
            lines(db, filter, now, onOrders, cells -> text.write(SafeCell.toCsvLine(cells)));
            text.flush();
            return;
        }
        try (Workbook book = new Workbook(out, "Upbeat Herald", "1.0")) {
            Worksheet sheet = book.newWorksheet("Orders");
            sheet.freezePane(0, 1);
            int[] row = {0};
            lines(db, filter, now, onOrders, cells -> {
                if (row[0] >= MOST_SHEET_ROWS) return;
                if (row[0] == MOST_SHEET_ROWS - 1) {
                    sheet.value(row[0]++, 0, "The sheet is full: XLSX ends at this row. Export as CSV for the rest.");
                    return;
                }
                for (int i = 0; i < cells.size(); i++) if (cells.get(i) != null) sheet.value(row[0], i, cells.get(i));
                if (row[0] == 0)
                    sheet.range(0, 0, 0, cells.size() - 1).style().bold().set();
                if (++row[0] % FLUSHED == 0) sheet.flush();
            });
        }
    }

    /** Everything that fits the filter, page by page by its key, without a limit of rows or time. */
    private void lines(JdbcClient db, OrderFilter filter, Instant now, IntConsumer onOrders, Line line)
            throws IOException {
        line.write(HEADINGS);
        String after = null;
        do {
            OrderListRepository.OrderPage page = orderList.findOrders(db, filter, after, TOGETHER, now);
            List<Long> ids = page.orders().stream().map(OrderRow::id).toList();
            Map<Long, List<ParcelRow>> all = parcels.findByOrders(db, ids);
            Map<Long, List<String>> tags = ids.isEmpty() ? Map.of() : orderList.findTags(db, ids);
            for (OrderRow order : page.orders()) {
                List<ParcelRow> its = all.getOrDefault(order.id(), List.of());
                List<String> marks = tags.getOrDefault(order.id(), List.of());
                if (its.isEmpty()) line.write(cells(order, null, marks));
                for (ParcelRow p : its) line.write(cells(order, p, marks));
            }
            onOrders.accept(page.orders().size());
            after = page.next();
        } while (after != null);
    }

    private static List<String> cells(OrderRow row, @Nullable ParcelRow parcel, List<String> tags) {
        Order o = row.order();
        Order.Customer who = o.customer() == null ? Order.Customer.NOBODY : o.customer();
        Order.ShipTo to = o.shipTo() == null ? Order.ShipTo.NOWHERE : o.shipTo();
        return Arrays.asList(
                o.shop(),
                o.number(),
                o.placedAt().toString(),
                who.name(),
                who.email(),
                who.phone(),
                to.country(),
                to.city(),
                to.region(),
                to.postcode(),
                to.street(),
                who.language(),
                o.purchase().payment().label(),
                OrderView.plainAmount(o.purchase().total()),
                o.purchase().currency(),
                String.join(
                        ", ",
                        o.purchase().items().stream()
                                .map(i -> i.quantity() + " " + i.name())
                                .toList()),
                parcel == null ? null : parcel.parcel().carrier(),
                parcel == null ? null : parcel.parcel().trackingNumber(),
                parcel == null
                        ? row.stage()
                        : row.ended() != null
                                ? row.ended().code()
                                : parcel.stage().code(),
                String.join(", ", tags));
    }
}
