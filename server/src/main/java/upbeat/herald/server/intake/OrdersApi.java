package upbeat.herald.server.intake;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.OrderView;
import upbeat.herald.server.orders.OrderViews;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.NotFound;

/** Orders and parcels from other systems. */
@RestController
@RequestMapping("/api/v1/orders/{shop}/{number}")
@Tag(name = "orders")
class OrdersApi {
    private static final String SOURCE = "api";

    private final TakeIn takeIn;
    private final FactStore facts;
    private final OrderStore orders;
    private final OrderViews views;
    private final CarrierStore carriers;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    OrdersApi(
            TakeIn takeIn,
            FactStore facts,
            OrderStore orders,
            OrderViews views,
            CarrierStore carriers,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.takeIn = takeIn;
        this.facts = facts;
        this.orders = orders;
        this.views = views;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    /**
     * @param dispatchedAt null while only the label is made; {@code items} empty or null where nobody says what is
     *     inside
     */
    record ParcelRequest(
            String carrier,
            String trackingNumber,
            @Nullable OffsetDateTime dispatchedAt,
            @Nullable List<ContentBody> items) {}

    record ContentBody(String sku, @Nullable Integer quantity) {}

    @PutMapping
    @Operation(summary = "Brings an order in, or up to date; again with the same body changes nothing")
    ResponseEntity<OrderView> put(
            @PathVariable String shop, @PathVariable String number, @RequestBody OrderDocument body) {
        Instant now = clock.instant();
        Order order = body.toOrder(shop, number, now);
        TakeIn.Taken<OrderRow> taken = writer.write(db -> {
            facts.keep(db, "order", SOURCE, Json.of(body), now);
            return takeIn.order(db, order, SOURCE, now);
        });
        bell.ring();
        return ResponseEntity.status(taken.change() == TakeIn.Change.NEW ? HttpStatus.CREATED : HttpStatus.OK)
                .body(views.of(reader, taken.row()));
    }

    @GetMapping
    @Operation(summary = "An order with its parcels, scans, messages and answers")
    OrderView get(@PathVariable String shop, @PathVariable String number) {
        return views.of(reader, find(shop, number));
    }

    @PostMapping("/parcels")
    @Operation(summary = "Puts a parcel on an order; again with the same number changes nothing")
    ResponseEntity<OrderView.ParcelView> parcel(
            @PathVariable String shop, @PathVariable String number, @RequestBody ParcelRequest body) {
        Instant now = clock.instant();
        OrderRow order = find(shop, number);
        Parcel parcel = checked(order.order(), body, now);
        TakeIn.Taken<ParcelRow> taken = writer.write(db -> {
            facts.keep(db, "parcel", SOURCE, Json.of(body), now);
            TakeIn.Taken<ParcelRow> put = takeIn.parcel(db, orders.get(db, order.id()), parcel, SOURCE, now);
            return body.dispatchedAt() == null
                    ? put
                    : new TakeIn.Taken<>(
                            takeIn.mark(
                                            db,
                                            put.row(),
                                            Stage.DISPATCHED,
                                            body.dispatchedAt().toInstant(),
                                            SOURCE,
                                            now)
                                    .row(),
                            put.change(),
                            0);
        });
        bell.ring();
        return ResponseEntity.status(taken.change() == TakeIn.Change.NEW ? HttpStatus.CREATED : HttpStatus.OK)
                .body(views.parcel(reader, order.order(), taken.row()));
    }

    private Parcel checked(Order order, ParcelRequest body, Instant now) {
        Faults faults = new Faults();
        if (Texts.blank(body.carrier())) faults.add("carrier", "Say which carrier brings it");
        else if (carriers.find(reader, body.carrier()).isEmpty()) faults.add("carrier", unknownCarrier(body.carrier()));
        if (Texts.compact(body.trackingNumber()).isEmpty()
                || body.trackingNumber().length() > 60)
            faults.add("trackingNumber", "A tracking number has 1 to 60 characters");
        if (body.dispatchedAt() != null && body.dispatchedAt().toInstant().isAfter(now.plusSeconds(86_400)))
            faults.add("dispatchedAt", "This is in the future. Check the year and the offset");
        List<Parcel.Content> contents = new java.util.ArrayList<>();
        List<ContentBody> items = body.items() == null ? List.of() : body.items();
        for (int i = 0; i < items.size(); i++) {
            ContentBody c = items.get(i);
            int quantity = c == null || c.quantity() == null ? 1 : c.quantity();
            if (c == null
                    || order.items().stream()
                            .noneMatch(o -> o.sku() != null && o.sku().equals(c.sku())))
                faults.add("items[" + i + "].sku", "The order has no item " + (c == null ? "" : c.sku()));
            else if (quantity < 1) faults.add("items[" + i + "].quantity", "A quantity is 1 or more");
            else contents.add(new Parcel.Content(c.sku(), quantity));
        }
        faults.raise();
        return new Parcel(body.carrier(), body.trackingNumber().strip(), contents);
    }

    private String unknownCarrier(String key) {
        return "There is no carrier " + key + ". Known are "
                + String.join(
                        ", ", carriers.all(reader).stream().map(c -> c.key()).toList());
    }

    private OrderRow find(String shop, String number) {
        return orders.find(reader, shop, number)
                .orElseThrow(() -> new NotFound("There is no order " + number + " of shop " + shop));
    }
}
