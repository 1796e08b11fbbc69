package upbeat.herald.server.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.api.EventIngestService.EventsAccepted;

/** CloudEvents from other systems. */
@RestController
@RequestMapping("/api/v1/events")
@Tag(name = "events")
class EventController {
    private final EventIngestService service;

    EventController(EventIngestService service) {
        this.service = service;
    }

    @PostMapping(consumes = MediaType.ALL_VALUE)
    @Operation(
            summary = "Takes CloudEvents 1.0, structured, batched or binary, of the types upbeat.herald.order.updated,"
                    + " upbeat.herald.parcel.added (subject shop/number) and upbeat.herald.scan.reported")
    EventsAccepted postEvents(@RequestBody(required = false) byte @Nullable [] body, HttpServletRequest request) {
        Map<String, String> headers = new TreeMap<>();
        request.getHeaderNames()
                .asIterator()
                .forEachRemaining(n -> headers.put(n.toLowerCase(Locale.ROOT), request.getHeader(n)));
        return service.ingest(request.getContentType(), headers, body == null ? new byte[0] : body);
    }
}
