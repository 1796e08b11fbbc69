package upbeat.herald.server.api;

import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.ingest.RawDocumentRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.orderview.OrderView;
import upbeat.herald.server.orderview.OrderViewService;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/** Orders and parcels from other systems. */
@Service
class OrderApiService {
    private static final String SOURCE = "api";

    private final OrderIngestService orderIngest;
    private final RawDocumentRepository rawDocuments;
    private final OrderRepository orders;
    private final OrderViewService views;
    private final CarrierRepository carriers;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    OrderApiService(
            OrderIngestService orderIngest,
            RawDocumentRepository rawDocuments,
            OrderRepository orders,
            OrderViewService views,
            CarrierRepository carriers,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.orderIngest = orderIngest;
        this.rawDocuments = rawDocuments;
        this.orders = orders;
        this.views = views;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
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

    ResponseEntity<OrderView> put(String shop, String number, OrderDocument body) {
        Instant now = clock.instant();
        Order order = body.toOrder(shop, number, now);
        OrderIngestService.Ingested<OrderRow> taken = writer.write(db -> {
            rawDocuments.insert(db, "order", SOURCE, Json.write(body), now);
            return orderIngest.ingestOrder(db, order, SOURCE, now);
        });
        signal.signal();
        return ResponseEntity.status(
                        taken.change() == OrderIngestService.Change.NEW ? HttpStatus.CREATED : HttpStatus.OK)
                .body(views.view(reader, taken.row()));
    }

    OrderView get(String shop, String number) {
        return views.view(reader, find(shop, number));
    }

    ResponseEntity<OrderView.ParcelView> parcel(String shop, String number, ParcelRequest body) {
        Instant now = clock.instant();
        OrderRow order = find(shop, number);
        Parcel parcel = checked(order.order(), body, now);
        OrderIngestService.Ingested<ParcelRow> taken = writer.write(db -> {
            rawDocuments.insert(db, "parcel", SOURCE, Json.write(body), now);
            OrderIngestService.Ingested<ParcelRow> put =
                    orderIngest.ingestParcel(db, orders.get(db, order.id()), parcel, SOURCE, now);
            return body.dispatchedAt() == null
                    ? put
                    : new OrderIngestService.Ingested<>(
                            orderIngest
                                    .markStage(
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
        signal.signal();
        return ResponseEntity.status(
                        taken.change() == OrderIngestService.Change.NEW ? HttpStatus.CREATED : HttpStatus.OK)
                .body(views.viewParcel(reader, order.order(), taken.row()));
    }

    private Parcel checked(Order order, ParcelRequest body, Instant now) {
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(body.carrier())) errors.add("carrier", "Choose the carrier");
        else if (carriers.find(reader, body.carrier()).isEmpty()) errors.add("carrier", unknownCarrier(body.carrier()));
        if (Texts.compactNumber(body.trackingNumber()).isEmpty()
                || body.trackingNumber().length() > 60)
            errors.add("trackingNumber", "Enter a tracking number of 1 to 60 characters");
        if (body.dispatchedAt() != null && body.dispatchedAt().toInstant().isAfter(now.plusSeconds(86_400)))
            errors.add("dispatchedAt", "This time is in the future. Check the year and the time zone");
        List<Parcel.Content> contents = new java.util.ArrayList<>();
        List<ContentBody> items = body.items() == null ? List.of() : body.items();
        for (int i = 0; i < items.size(); i++) {
            ContentBody c = items.get(i);
            int quantity = c == null || c.quantity() == null ? 1 : c.quantity();
            if (c == null
                    || order.purchase().items().stream()
                            .noneMatch(o -> o.sku() != null && o.sku().equals(c.sku())))
                errors.add("items[" + i + "].sku", "The order has no item " + (c == null ? "" : c.sku()));
            else if (quantity < 1) errors.add("items[" + i + "].quantity", "Enter a quantity of 1 or more");
            else contents.add(new Parcel.Content(c.sku(), quantity));
        }
        errors.throwIfAny();
        return new Parcel(body.carrier(), body.trackingNumber().strip(), contents);
    }

    private String unknownCarrier(String key) {
        return "There is no carrier " + key + ". These are known: "
                + String.join(
                        ", ",
                        carriers.findAll(reader).stream().map(c -> c.key()).toList());
    }

    private OrderRow find(String shop, String number) {
        return orders.find(reader, shop, number)
                .orElseThrow(() -> new NotFoundException("There is no order " + number + " in shop " + shop));
    }
}
