package upbeat.herald.server.answers;

import io.swagger.v3.oas.annotations.Hidden;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.server.dispatch.Accounts;
import upbeat.herald.server.dispatch.ChatApprovals;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.dispatch.ReceiptBook;
import upbeat.herald.server.intake.FactStore;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.time.OutsideClock;

/** Where the chat network tells of receipts and pressed buttons, signed as the Standard Webhooks specification says. */
@RestController
@Hidden
class ChatDoor {

    private final Accounts accounts;
    private final ReceiptBook receipts;
    private final AnswerBook answers;
    private final ChatApprovals approvals;
    private final MessageStore messages;
    private final FactStore facts;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final OutsideClock outside;

    ChatDoor(
            Accounts accounts,
            ReceiptBook receipts,
            AnswerBook answers,
            ChatApprovals approvals,
            MessageStore messages,
            FactStore facts,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            OutsideClock outside) {
        this.accounts = accounts;
        this.receipts = receipts;
        this.answers = answers;
        this.approvals = approvals;
        this.messages = messages;
        this.facts = facts;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.outside = outside;
    }

    @PostMapping("/doors/chat")
    ResponseEntity<?> event(@RequestBody String body, @RequestHeader HttpHeaders headers) {
        if (!signed(body, headers))
            return ResponseEntity.status(HttpStatus.UNAUTHORIZED)
                    .body(ProblemDetail.forStatusAndDetail(HttpStatus.UNAUTHORIZED, "The signature does not fit"));
        JsonNode event = JsonMapper.shared().readTree(body);
        String type = event.path("type").asString("");
        String ref = event.path("data").path("id").asString("");
        writer.write(db -> {
            facts.keep(db, "chat-event", "chat", body, clock.instant());
            return null;
        });
        switch (type) {
            case "message.delivered" ->
                receipts.take(new ReceiptBook.Receipt(Channel.WHATSAPP, ref, ReceiptBook.Kind.DELIVERED, type));
            case "message.read" ->
                receipts.take(new ReceiptBook.Receipt(Channel.WHATSAPP, ref, ReceiptBook.Kind.READ, type));
            case "message.failed" ->
                receipts.take(new ReceiptBook.Receipt(
                        Channel.WHATSAPP, ref, ReceiptBook.Kind.FAILED, "The chat network reports that it failed"));
            case "button.pressed" -> {
                Optional<MessageRow> message = messages.byRef(reader, Channel.WHATSAPP, ref);
                // Told again later, when the record of the hand-over is there.
                if (message.isEmpty())
                    return ResponseEntity.status(HttpStatus.CONFLICT)
                            .body(ProblemDetail.forStatusAndDetail(
                                    HttpStatus.CONFLICT, "No message is known by this name yet"));
                answers.take(message.get(), event.path("data").path("button").asString(""), Channel.WHATSAPP.code());
            }
            case "template.approved", "template.refused" ->
                approvals.told(
                        event.path("data").path("name").asString(""),
                        type.substring("template.".length()),
                        event.path("data").path("reason").asString(null));
            default -> {} // kept as a fact; nothing to do
        }
        return ResponseEntity.noContent().build();
    }

    private boolean signed(String body, HttpHeaders headers) {
        if (accounts.chat().webhookSecret().isEmpty()) return false;
        return WebhookSignature.verify(
                        accounts.chat().webhookSecret(),
                        headers.getFirst("webhook-id"),
                        headers.getFirst("webhook-timestamp"),
                        headers.getFirst("webhook-signature"),
                        body.getBytes(StandardCharsets.UTF_8),
                        outside.instant())
                == WebhookSignature.Verdict.GOOD;
    }
}
