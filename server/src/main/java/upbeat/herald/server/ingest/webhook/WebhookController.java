package upbeat.herald.server.ingest.webhook;

import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/**
 * A shop's own address. A call is signed as the Standard Webhooks specification says, or carries the shop's plain
 * secret in the header {@code X-Shop-Secret}. It is kept word for word, read, and answered after the commit; what can't
 * be read is kept all the same, so that the shop need not send it again.
 */
@RestController
@Hidden
class WebhookController {
    private final WebhookService service;

    WebhookController(WebhookService service) {
        this.service = service;
    }

    @PostMapping("/doors/shops/{path}")
    ResponseEntity<?> call(
            @PathVariable String path, @RequestBody(required = false) byte[] body, @RequestHeader HttpHeaders headers) {
        return service.call(path, body, headers);
    }
}
