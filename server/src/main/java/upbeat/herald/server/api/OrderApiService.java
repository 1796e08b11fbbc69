package upbeat.herald.server.api;

import java.time.Instant;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.orderview.OrderView;
import upbeat.herald.server.orderview.OrderViewService;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** Orders and parcels from other systems. */
@Service
class OrderApiService {
    static final String SOURCE = "api";

    private final OrderIngestService orderIngest;
    private final OrderRepository orders;
    private final OrderViewService views;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    OrderApiService(
            OrderIngestService orderIngest,
            OrderRepository orders,
            OrderViewService views,
            JdbcClient reader,
            SignallingWriter writer) {
        this.orderIngest = orderIngest;
        this.orders = orders;
        this.views = views;
        this.reader = reader;
        this.writer = writer;
    }

    ResponseEntity<OrderView> put(String shop, String number, OrderDocument body) {
        Instant now = writer.now();
        Order order = body.toOrder(shop, number, now);
        Ingested<OrderRow> taken = writer.write((db, at) -> {
            Ingested<OrderRow> put = orderIngest.ingestOrder(db, order, SOURCE, now);
            orderIngest.noteGuess(db, put, body, now);
            return put;
        });
        return ResponseEntity.status(taken.change() == Ingested.Change.NEW ? HttpStatus.CREATED : HttpStatus.OK)
                .body(views.view(reader, taken.row()));
    }

    OrderView get(String shop, String number) {
        return views.view(reader, find(shop, number));
    }

    OrderRow find(String shop, String number) {
        return orders.get(reader, shop, number);
    }
}
