package upbeat.herald.server.delivery.chat;

import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/**
 * Where the chat network reports receipts, pressed buttons and verdicts, signed as the Standard Webhooks specification
 * says.
 */
@RestController
@Hidden
class ChatWebhookController {
    private final ChatWebhookService service;

    ChatWebhookController(ChatWebhookService service) {
        this.service = service;
    }

    @PostMapping("/doors/chat")
    ResponseEntity<?> event(@RequestBody String body, @RequestHeader HttpHeaders headers) {
        ChatWebhookService.Signature signature = new ChatWebhookService.Signature(
                headers.getFirst("webhook-id"),
                headers.getFirst("webhook-timestamp"),
                headers.getFirst("webhook-signature"));
        if (!service.isSigned(body, signature)) return problem(HttpStatus.UNAUTHORIZED, "The signature doesn't match");
        if (!service.record(body)) return problem(HttpStatus.CONFLICT, "No message has this ID yet. Try again later");
        return ResponseEntity.noContent().build();
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String detail) {
        return ResponseEntity.status(status).body(ProblemDetail.forStatusAndDetail(status, detail));
    }
}
