package upbeat.herald.server.delivery.chat;

import static upbeat.herald.core.wording.chat.ChatChannel.WHATSAPP;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.server.channel.GatewayAccounts;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.message.ReceiptService;
import upbeat.herald.server.message.ReceiptService.Kind;
import upbeat.herald.server.message.ReceiptService.Receipt;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.time.WallClock;

/** Takes what the chat network reports: receipts, pressed buttons and verdicts on templates. */
@Service
class ChatWebhookService {
    private final GatewayAccounts accounts;
    private final ReceiptService receipts;
    private final ChatApprovalService approvals;
    private final List<ReplyListener> listeners;
    private final WallClock wallClock;

    ChatWebhookService(
            GatewayAccounts accounts,
            ReceiptService receipts,
            ChatApprovalService approvals,
            List<ReplyListener> listeners,
            WallClock wallClock) {
        this.accounts = accounts;
        this.receipts = receipts;
        this.approvals = approvals;
        this.listeners = listeners;
        this.wallClock = wallClock;
    }

    /** The headers of the Standard Webhooks specification. */
    record Signature(
            @Nullable String id,
            @Nullable String timestamp,
            @Nullable String signatures) {}

    /** True where the call is signed with the secret of the account in use. */
    boolean isSigned(String body, Signature s) {
        String secret = accounts.findInUse(WHATSAPP)
                .map(a -> a.secret(ChatModule.WEBHOOK_SECRET))
                .orElse("");
        if (secret.isEmpty()) return false;
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        return WebhookSignature.verify(secret, s.id(), s.timestamp(), s.signatures(), bytes, wallClock.instant())
                == WebhookSignature.Verification.GOOD;
    }

    /** @return false where the message is not known by its name yet; the network should report again later */
    boolean record(String body) {
        JsonNode event;
        try {
            event = Json.readTree(body);
        } catch (JacksonException e) {
            throw new HeraldException("", "The event isn't valid JSON");
        }
        String type = event.path("type").asString("");
        JsonNode data = event.path("data");
        String reference = data.path("id").asString("");
        switch (type) {
            case "message.delivered" -> receipts.record(new Receipt(WHATSAPP, reference, Kind.DELIVERED, type));
            case "message.read" -> receipts.record(new Receipt(WHATSAPP, reference, Kind.READ, type));
            case "message.failed" ->
                receipts.record(
                        new Receipt(WHATSAPP, reference, Kind.FAILED, "The chat network reports that it failed"));
            case "button.pressed" -> {
                String button = data.path("button").asString("");
                return listeners.stream().allMatch(l -> l.buttonPressed(WHATSAPP, reference, button));
            }
            case "message.received" ->
                listeners.forEach(l -> l.textReceived(new ReplyListener.IncomingText(
                        WHATSAPP,
                        "+" + data.path("from").asString("").replaceAll("\\D", ""),
                        data.path("text").asString(""),
                        reference,
                        false)));
            case "template.approved", "template.refused" ->
                approvals.recordReview(
                        data.path("name").asString(""),
                        ChatApprovalService.readStatus(type.substring("template.".length())),
                        data.path("reason").asString(null));
            default -> {} // an event of a later version of the network; nothing to do
        }
        return true;
    }
}
