package upbeat.herald.server.orderview;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.sheet.SheetFile;

/** Orders as a sheet, a line for each parcel, with the headings that loading a sheet understands. */
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
    private static final int TOGETHER = 500;
    private final OrderListRepository orderList;
    private final ParcelRepository parcels;

    OrderExport(OrderListRepository orderList, ParcelRepository parcels) {
        this.orderList = orderList;
        this.parcels = parcels;
    }

    /** @param onOrders told of every few orders that were written */
    void write(JdbcClient db, OrderFilter filter, SheetFile file, OutputStream out, Instant now, IntConsumer onOrders)
            throws IOException {
        file.write(out, "Orders", writer -> writeRows(db, filter, now, onOrders, writer));
    }

    /** Everything that fits the filter, page by page by its key, without a limit of rows or time. */
    private void writeRows(
            JdbcClient db, OrderFilter filter, Instant now, IntConsumer onOrders, SheetFile.RowWriter line)
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
