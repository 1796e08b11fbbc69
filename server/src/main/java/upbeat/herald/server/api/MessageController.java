package upbeat.herald.server.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.OffsetDateTime;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was said, is to be said, or was not said and why. */
@RestController
@RequestMapping("/api/v1/messages")
@Tag(name = "messages")
class MessageController {
    private final MessageQueryService service;

    MessageController(MessageQueryService service) {
        this.service = service;
    }

    @GetMapping
    @Operation(summary = "Messages in the order they were planned")
    MessageQueryService.MessageList list(
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String order,
            @RequestParam(required = false) @Nullable String status,
            @RequestParam(required = false) @Nullable OffsetDateTime since,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(required = false) @Nullable String after) {
        return service.find(new MessageQueryService.Query(shop, order, status, since, limit, after));
    }
}
