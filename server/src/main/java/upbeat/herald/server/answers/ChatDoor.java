package upbeat.herald.server.answers;

import com.standardwebhooks.Webhook;
import io.swagger.v3.oas.annotations.Hidden;
import java.net.http.HttpHeaders;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
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
import upbeat.herald.core.plan.Channel;
import upbeat.herald.server.Settings;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.dispatch.ReceiptBook;
import upbeat.herald.server.intake.FactStore;
import upbeat.herald.server.storage.Writer;

/** Where the chat network tells of receipts and pressed buttons, signed as the Standard Webhooks specification says. */
@RestController
@Hidden
class ChatDoor {
    private static final List<String> HEADERS = List.of("webhook-id", "webhook-timestamp", "webhook-signature");

    private final Settings settings;
    private final ReceiptBook receipts;
    private final AnswerBook answers;
    private final MessageStore messages;
    private final FactStore facts;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;

    ChatDoor(Settings settings, ReceiptBook receipts, AnswerBook answers, MessageStore messages, FactStore facts, JdbcClient reader, Writer writer, InstantSource clock) {
        this.settings = settings;
        this.receipts = receipts;
        this.answers = answers;
        this.messages = messages;
        this.facts = facts;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    @PostMapping("/doors/chat")
    ResponseEntity<?> event(@RequestBody String body, @RequestHeader Map<String, String> headers) {
        if (!signed(body, headers)) return ResponseEntity.status(HttpStatus.UNAUTHORIZED).body(ProblemDetail.forStatusAndDetail(HttpStatus.UNAUTHORIZED, "The signature does not fit"));
        JsonNode event = JsonMapper.shared().readTree(body);
        String type = event.path("type").asString("");
        String ref = event.path("data").path("id").asString("");
        writer.write(db -> {
            facts.keep(db, "chat-event", "chat", body, clock.instant());
            return null;
        });
        switch (type) {
            case "message.delivered" -> receipts.take(new ReceiptBook.Receipt(Channel.WHATSAPP, ref, ReceiptBook.Kind.DELIVERED, type));
            case "message.read" -> receipts.take(new ReceiptBook.Receipt(Channel.WHATSAPP, ref, ReceiptBook.Kind.READ, type));
            case "message.failed" -> receipts.take(new ReceiptBook.Receipt(Channel.WHATSAPP, ref, ReceiptBook.Kind.FAILED, "The chat network reports that it failed"));
            case "button.pressed" -> {
                Optional<MessageRow> message = messages.byRef(reader, Channel.WHATSAPP, ref);
                // Told again later, when the record of the hand-over is there.
                if (message.isEmpty()) return ResponseEntity.status(HttpStatus.CONFLICT).body(ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, "No message is known by this name yet"));
                answers.take(message.get(), event.path("data").path("button").asString(""), Channel.WHATSAPP.code());
            }
            default -> { } // kept as a fact; nothing to do
        }
        return ResponseEntity.noContent().build();
    }

    private boolean signed(String body, Map<String, String> headers) {
        if (settings.chat().webhookSecret().isEmpty()) return false;
        Map<String, List<String>> three = HEADERS.stream().flatMap(h -> Stream.ofNullable(headers.get(h)).map(v -> Map.entry(h, List.of(v)))).collect(java.util.stream.Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        try {
            new Webhook(settings.chat().webhookSecret()).verify(body, HttpHeaders.of(three, (k, v) -> true));
            return true;
        } catch (Exception e) {
            return false;
        }
    }
}
