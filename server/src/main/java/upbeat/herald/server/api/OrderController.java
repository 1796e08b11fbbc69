package upbeat.herald.server.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.api.ParcelApiService.ParcelRequest;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.orderview.OrderView;

/** Orders and parcels from other systems. */
@RestController
@RequestMapping("/api/v1/orders/{shop}/{number}")
@Tag(name = "orders")
class OrderController {
    private final OrderApiService service;
    private final ParcelApiService parcels;

    OrderController(OrderApiService service, ParcelApiService parcels) {
        this.service = service;
        this.parcels = parcels;
    }

    @PutMapping
    @Operation(summary = "Creates or updates an order. Repeating a request with the same body changes nothing")
    ResponseEntity<OrderView> put(
            @PathVariable String shop, @PathVariable String number, @RequestBody OrderDocument body) {
        return service.put(shop, number, body);
    }

    @GetMapping
    @Operation(summary = "An order with its parcels, scans, messages and answers")
    OrderView get(@PathVariable String shop, @PathVariable String number) {
        return service.get(shop, number);
    }

    @PostMapping("/parcels")
    @Operation(summary = "Adds a parcel to an order. Repeating a request with the same number changes nothing")
    ResponseEntity<OrderView.ParcelView> parcel(
            @PathVariable String shop, @PathVariable String number, @RequestBody ParcelRequest body) {
        return parcels.parcel(shop, number, body);
    }
}
