package upbeat.herald.server.api;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.ingest.StageMarkService;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.orderview.OrderView;
import upbeat.herald.server.orderview.ParcelViewService;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ValidationException;

/** Parcels from other systems. */
@Service
class ParcelApiService {
    private final ParcelIngestService parcelIngest;
    private final StageMarkService marks;
    private final OrderRepository orders;
    private final ParcelViewService views;
    private final CarrierRepository carriers;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    ParcelApiService(
            ParcelIngestService parcelIngest,
            StageMarkService marks,
            OrderRepository orders,
            ParcelViewService views,
            CarrierRepository carriers,
            JdbcClient reader,
            SignallingWriter writer) {
        this.parcelIngest = parcelIngest;
        this.marks = marks;
        this.orders = orders;
        this.views = views;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
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

    ResponseEntity<OrderView.ParcelView> parcel(String shop, String number, ParcelRequest body) {
        Instant now = writer.now();
        OrderRow order = find(shop, number);
        Parcel parcel = checked(order.order(), body, now);
        Ingested<ParcelRow> taken = writer.write((db, at) -> {
            Ingested<ParcelRow> put =
                    parcelIngest.ingestParcel(db, orders.get(db, order.id()), parcel, OrderApiService.SOURCE, now);
            return body.dispatchedAt() == null
                    ? put
                    : new Ingested<>(
                            marks.mark(
                                            db,
                                            put.row(),
                                            Stage.DISPATCHED,
                                            body.dispatchedAt().toInstant(),
                                            OrderApiService.SOURCE,
                                            now)
                                    .row(),
                            put.change(),
                            0);
        });
        return ResponseEntity.status(taken.change() == Ingested.Change.NEW ? HttpStatus.CREATED : HttpStatus.OK)
                .body(views.view(reader, order.order(), taken.row()));
    }

    private Parcel checked(Order order, ParcelRequest body, Instant now) {
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(body.carrier())) errors.add("carrier", "Choose the carrier");
        else if (carriers.find(reader, body.carrier()).isEmpty()) errors.add("carrier", unknownCarrier(body.carrier()));
        if (TrackingNumber.compact(body.trackingNumber()).isEmpty()
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
        return orders.get(reader, shop, number);
    }
}
