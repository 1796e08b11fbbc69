package upbeat.herald.server.shops;

import io.swagger.v3.oas.annotations.Hidden;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.storage.Vault;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.time.OutsideClock;
import upbeat.herald.server.web.CallLimit;

/**
 * A shop's own address. A call is signed as the Standard Webhooks specification says, or carries the shop's plain
 * secret in the header {@code X-Shop-Secret}. It is kept word for word, read, and answered after the commit; what can't
 * be read is kept all the same, so that the shop need not send it again.
 */
@RestController
@Hidden
class WebhookDoor {
    private static final int CALLS_A_SECOND = 200;
    private final ShopStore shops;
    private final ArrivalStore arrivals;
    private final ReadArrival read;
    private final Vault vault;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final OutsideClock outside;
    private final Bell bell;
    private final CallLimit callers = new CallLimit(CALLS_A_SECOND, Duration.ofSeconds(1));

    WebhookDoor(
            ShopStore shops,
            ArrivalStore arrivals,
            ReadArrival read,
            Vault vault,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            OutsideClock outside,
            Bell bell) {
        this.shops = shops;
        this.arrivals = arrivals;
        this.read = read;
        this.vault = vault;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.outside = outside;
        this.bell = bell;
    }

    /**
     * @param state what became of the call: {@code new} while no mapping is there, {@code read}, {@code partly},
     *     {@code unread}, or {@code known} where it came before
     */
    record Taken(String state, String reason) {}

    @PostMapping("/doors/shops/{path}")
    ResponseEntity<?> call(
            @PathVariable String path, @RequestBody(required = false) byte[] body, @RequestHeader HttpHeaders headers) {
        if (!callers.allows(path))
            return problem(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "This address takes " + CALLS_A_SECOND + " calls a second. Send again in a moment");
        ShopStore.ShopRow shop = shops.byPath(reader, path).orElse(null);
        if (shop == null) return problem(HttpStatus.NOT_FOUND, "No shop has this address");
        byte[] bytes = body == null ? new byte[0] : body;
        String refused = refused(shop, headers, bytes);
        if (refused != null) return problem(HttpStatus.UNAUTHORIZED, refused);
        String text = new String(bytes, StandardCharsets.UTF_8);
        Instant now = clock.instant();
        Taken taken = writer.write(db -> {
            Optional<Long> id = arrivals.keep(db, shop.key(), headers.getFirst("webhook-id"), text, now);
            if (id.isEmpty()) return new Taken("known", null);
            if (shop.mapping() == null) return new Taken("new", null);
            ReadArrival.Outcome outcome = read.take(db, shop.mapping(), shop.key(), text, now, now);
            arrivals.became(db, id.get(), outcome.state(), outcome.reason(), outcome.number());
            return new Taken(outcome.state(), outcome.reason());
        });
        bell.ring();
        return ResponseEntity.status(HttpStatus.ACCEPTED).body(taken);
    }

    /** Why the call is not let in, or null where it is. */
    private String refused(ShopStore.ShopRow shop, HttpHeaders headers, byte[] body) {
        String plain = headers.getFirst("X-Shop-Secret");
        if (plain != null)
            return MessageDigest.isEqual(
                            plain.getBytes(StandardCharsets.UTF_8),
                            vault.open(shop.headerSecret()).getBytes(StandardCharsets.UTF_8))
                    ? null
                    : "X-Shop-Secret is not this shop's secret";
        WebhookSignature.Verdict verdict = WebhookSignature.verify(
                vault.open(shop.signingSecret()),
                headers.getFirst("webhook-id"),
                headers.getFirst("webhook-timestamp"),
                headers.getFirst("webhook-signature"),
                body,
                outside.instant());
        return verdict == WebhookSignature.Verdict.GOOD ? null : verdict.words();
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String detail) {
        return ResponseEntity.status(status).body(ProblemDetail.forStatusAndDetail(status, detail));
    }
}
