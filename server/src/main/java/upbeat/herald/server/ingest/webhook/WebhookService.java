package upbeat.herald.server.ingest.webhook;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.server.platform.secret.SecretVault;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.time.WallClock;
import upbeat.herald.server.platform.web.RateLimiter;

/**
 * A shop's own address. A call is signed as the Standard Webhooks specification says, or carries the shop's plain
 * secret in the header {@code X-Shop-Secret}. It is kept word for word, read, and answered after the commit; what can't
 * be read is kept all the same, so that the shop need not send it again.
 */
@Service
class WebhookService {
    private static final int CALLS_A_SECOND = 200;
    /** A call without an ID is the same call again if its content is, within a day. */
    private static final Duration SAME_CONTENT_WITHIN = Duration.ofDays(1);

    private final ShopRepository shops;
    private final WebhookRequestRepository requests;
    private final WebhookRequestProcessor processor;
    private final RefusedCallService refusedCalls;
    private final SecretVault vault;
    private final JdbcClient reader;
    private final WallClock wallClock;
    private final RateLimiter callers = new RateLimiter(CALLS_A_SECOND, Duration.ofSeconds(1));
    private final SignallingWriter writer;

    WebhookService(
            ShopRepository shops,
            WebhookRequestRepository requests,
            WebhookRequestProcessor processor,
            RefusedCallService refusedCalls,
            SecretVault vault,
            JdbcClient reader,
            WallClock wallClock,
            SignallingWriter writer) {
        this.shops = shops;
        this.requests = requests;
        this.processor = processor;
        this.refusedCalls = refusedCalls;
        this.vault = vault;
        this.reader = reader;
        this.wallClock = wallClock;
        this.writer = writer;
    }

    /**
     * @param state what became of the call: {@code new} while no mapping is there, {@code read}, {@code partly},
     *     {@code unread}, or {@code known} where it came before
     */
    record Taken(String state, @Nullable String reason) {}

    ResponseEntity<?> call(String path, byte[] body, HttpHeaders headers) {
        if (!callers.tryAcquire(path))
            return problem(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "This address accepts " + CALLS_A_SECOND + " requests a second. Try again in a moment");
        ShopRepository.ShopRow shop = shops.byPath(reader, path).orElse(null);
        if (shop == null) return problem(HttpStatus.NOT_FOUND, "No shop has this address");
        byte[] bytes = body == null ? new byte[0] : body;
        String refused = refused(shop, headers, bytes);
        if (refused != null) {
            refusedCalls.count(shop.key(), refused);
            return problem(HttpStatus.UNAUTHORIZED, refused);
        }
        String text = new String(bytes, StandardCharsets.UTF_8);
        WebhookRequestProcessor.ReadRequest read = shop.mapping() == null
                ? null
                : processor.read(shop.mapping(), shop.key(), text, writer.now(), writer.now());
        String webhookId = headers.getFirst("webhook-id");
        Taken taken = writer.write((db, now) -> {
            if (webhookId == null && requests.existsSince(db, shop.key(), text, now.minus(SAME_CONTENT_WITHIN)))
                return new Taken("known", null);
            Optional<Long> id = requests.insert(db, shop.key(), webhookId, text, now);
            if (id.isEmpty()) return new Taken("known", null);
            if (read == null) return new Taken("new", null);
            WebhookRequestProcessor.Outcome outcome = processor.process(db, read, now);
            requests.record(db, id.get(), outcome);
            return new Taken(outcome.state(), outcome.reason());
        });
        return ResponseEntity.status(HttpStatus.ACCEPTED).body(taken);
    }

    /** Why the call is not let in, or null where it is. */
    private @Nullable String refused(ShopRepository.ShopRow shop, HttpHeaders headers, byte[] body) {
        String plain = headers.getFirst("X-Shop-Secret");
        String headerSecret = vault.tryDecrypt(shop.headerSecret()).orElse(null);
        String signingSecret = vault.tryDecrypt(shop.signingSecret()).orElse(null);
        if (headerSecret == null || signingSecret == null)
            return "This shop's secrets are lost. Create a new address in Setup, Shops";
        if (plain != null)
            return MessageDigest.isEqual(
                            plain.getBytes(StandardCharsets.UTF_8), headerSecret.getBytes(StandardCharsets.UTF_8))
                    ? null
                    : "X-Shop-Secret isn't this shop's secret";
        WebhookSignature.Verification verification = WebhookSignature.verify(
                signingSecret,
                headers.getFirst("webhook-id"),
                headers.getFirst("webhook-timestamp"),
                headers.getFirst("webhook-signature"),
                body,
                wallClock.instant());
        return verification == WebhookSignature.Verification.GOOD ? null : verification.label();
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String detail) {
        return ResponseEntity.status(status).body(ProblemDetail.forStatusAndDetail(status, detail));
    }
}
